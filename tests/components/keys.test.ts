/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { inTextField } from '~/composables/useKeys'

/** Whether a key pressed within some HTML is its own, not the page's. */
function own(html: string, key: KeyboardEventInit): boolean {
  document.body.innerHTML = html
  const event = new KeyboardEvent('keydown', { bubbles: true, ...key })
  let said: boolean | undefined
  document.body.addEventListener('keydown', e => (said = inTextField(e)), { once: true })
  document.querySelector('[data-here]')!.dispatchEvent(event)
  return said!
}

test.each<[html: string, letter: boolean, undo: boolean]>([
  ['<p data-here></p>', false, false],
  ['<button data-here></button>', false, false],
  ['<input type="checkbox" data-here>', false, false],
  ['<input data-here>', true, true],
  ['<div role="dialog"><button data-here></button></div>', true, true],
  // A letter looks for a line there: in the dark it must not call a take late. Undo is still the page's.
  ['<button role="combobox" data-here></button>', true, false],
  ['<div role="listbox"><div role="option" data-here></div></div>', true, false],
  ['<div role="menu"><div role="menuitem" data-here></div></div>', true, false],
])('%s: letters %p, undo %p', (html, letter, undo) => {
  expect(own(html, { key: 'l' })).toBe(letter)
  expect(own(html, { key: 'z', ctrlKey: true })).toBe(undo)
})
