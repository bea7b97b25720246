/**
 * What was last worked out for each key, given again while all else that it goes by is the same.
 *
 * @returns a function of the key, of those other parts (compared one by one, objects by identity) and of how to work it
 *   out; neither key nor parts are changed afterwards
 */
export function memoisedFor<K extends object, V>(): (key: K, by: readonly unknown[], make: () => V) => V {
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

/**
 * What was worked out for the last keys, given again.
 *
 * @param most how many are kept; the one that was made first is let go
 * @returns a function of the key, which says all that the value goes by, and of how to work it out
 */
export function memoisedByText<V>(most: number): (key: string, make: () => V) => V {
  const kept = new Map<string, V>()
  return (key, make) => {
    const before = kept.get(key)
    if (before !== undefined) return before
    const value = make()
    if (kept.size >= most) kept.delete(kept.keys().next().value!)
    kept.set(key, value)
    return value
  }
}
