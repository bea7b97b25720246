import { keyOf, pressed } from '~~/app/utils/keys'
import { KEYS, KEY_TITLES, type KeyGroup } from '~~/shared/texts/keys'

interface Held {
  ctrlKey?: boolean
  metaKey?: boolean
  altKey?: boolean
  shiftKey?: boolean
}
/** A key as the browser reports it, and whether it was kept from the browser. */
function press(key: string, held: Held = {}) {
  const event = {
    key,
    ctrlKey: false,
    metaKey: false,
    altKey: false,
    shiftKey: false,
    ...held,
    taken: false,
    preventDefault: () => {
      event.taken = true
    },
  }
  return event as typeof event & KeyboardEvent
}

test('a key is known by its name and what is held with it, a character by itself', () => {
  expect(keyOf(press('?', { shiftKey: true }))).toBe('?')
  expect(keyOf(press('Z', { ctrlKey: true, shiftKey: true }))).toBe('Ctrl+Shift+z')
  expect(keyOf(press('k', { metaKey: true }))).toBe('Ctrl+k')
  expect(keyOf(press('ArrowLeft', { shiftKey: true }))).toBe('Shift+ArrowLeft')
  expect(keyOf(press('s', { altKey: true }))).toBe('Alt+s')
})

test('a key of the group does what it is for; another, or one that is not now, stays the browser’s', () => {
  const done: string[] = []
  const actions = { undo: () => done.push('undo'), redo: () => false }
  const undo = press('z', { ctrlKey: true })
  expect([pressed(KEYS.undo, undo, actions), undo.taken, done]).toEqual([true, true, ['undo']])
  for (const event of [press('z'), press('y', { ctrlKey: true }), press('z', { ctrlKey: true, altKey: true })])
    expect([pressed(KEYS.undo, event, actions), event.taken]).toEqual([false, false])
  expect(done).toEqual(['undo'])
  // Two after one another.
  const goTo = Object.fromEntries(Object.keys(KEYS.goTo).map(id => [id, () => done.push(id)]))
  expect(pressed(KEYS.goTo as KeyGroup, press('l'), goTo)).toBe(false)
  expect(pressed(KEYS.goTo as KeyGroup, press('l'), goTo, 'g ')).toBe(true)
  expect(done.at(-1)).toBe('log')
})

test('no key does two things in one place, and each is printed with what it does', () => {
  expect(Object.keys(KEY_TITLES).sort()).toEqual(Object.keys(KEYS).sort())
  for (const group of Object.values(KEYS) as KeyGroup[]) {
    const keys = Object.values(group).flatMap(line => line.keys)
    expect(new Set(keys).size).toBe(keys.length)
    for (const { shown, does } of Object.values(group)) expect([shown, does].every(text => text.length > 0)).toBe(true)
  }
  // The page's keys hold beside those of any place; of what is judged in a run, one may stop for the other.
  const anywhere = Object.values(KEYS.anywhere).flatMap(line => line.keys as readonly string[])
  for (const group of [KEYS.undo, KEYS.setup, KEYS.run, KEYS.judge] as KeyGroup[])
    expect(Object.values(group).flatMap(line => line.keys.filter(key => anywhere.includes(key)))).toEqual([])
})
