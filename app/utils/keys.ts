import type { KeyGroup } from '~~/shared/texts/keys'

/** A key as the table of keys writes it: its name, after what was held with it; that of a character is its own. */
export function keyOf({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyboardEvent): string {
  const held = ctrlKey || metaKey
  const named = key.length > 1
  return (
    (altKey ? 'Alt+' : '') +
    (held ? 'Ctrl+' : '') +
    (shiftKey && (held || named) ? 'Shift+' : '') +
    (named ? key : held ? key.toLowerCase() : key)
  )
}

/** What each key of a group does; false: nothing just now, and the key is left to the page. */
export type KeyActions<Group extends KeyGroup> = { [Line in keyof Group]: (event: KeyboardEvent) => unknown }

/** Does what the key is for in a group of the table; whether it was one of them. */
export function pressed<Group extends KeyGroup>(
  group: Group,
  event: KeyboardEvent,
  actions: KeyActions<Group>,
  before = '',
): boolean {
  const key = before + keyOf(event)
  const line = Object.keys(group).find(id => group[id]!.keys.includes(key))
  if (line === undefined || actions[line]!(event) === false) return false
  event.preventDefault()
  return true
}
