/**
 * What was last worked out for each key, given again while all else that it goes by is the same.
 *
 * @returns a function of the key, of those other parts (compared one by one, objects by identity) and of how to work it
 *   out; neither key nor parts are changed afterwards
 */
export function keptFor<K extends object, V>(): (key: K, by: readonly unknown[], make: () => V) => V {
  const kept = new WeakMap<K, { by: readonly unknown[]; value: V }>()
  return (key, by, make) => {
    const before = kept.get(key)
    if (before && before.by.length === by.length && by.every((part, i) => Object.is(part, before.by[i])))
      return before.value
    const value = make()
    kept.set(key, { by, value })
    return value
  }
}
