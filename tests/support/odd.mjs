// @ts-check
/** What may stand where something else should: each kind of JSON at its oddest. @type {readonly unknown[]} */
export const ODD = [
  null,
  '',
  'x',
  -1,
  1e308,
  [],
  {},
  true,
  '\u0000',
  '𝕏',
  { toString: 1 },
  { valueOf: 1 },
  [[[]]],
  [null],
  '9'.repeat(400),
]

/** Where every value of a body stands, lists and objects too, the body itself left out. @param {unknown} body */
export function placesIn(body) {
  /** @type {string[][]} */
  const places = []
  const walk = (/** @type {unknown} */ at, /** @type {string[]} */ path) => {
    if (path.length > 0) places.push(path)
    if (at !== null && typeof at === 'object')
      for (const [key, child] of Object.entries(at)) walk(child, [...path, key])
  }
  walk(body, [])
  return places
}
