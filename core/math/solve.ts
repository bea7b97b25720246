/** Steps of the scan, an octave each so many, and how many octaves either way. */
const PER_OCTAVE = 32
const OCTAVES = 5

/**
 * The x nearest to where one starts, by the ratio, at which a function takes a value.
 *
 * @param value of x above 0; may be null in places, where it is not looked for
 * @param wanted value
 * @param start above 0
 * @returns null where it is not taken within five octaves of the start
 */
export function solveNear(value: (x: number) => number | null, wanted: number, start: number): number | null {
  const off = (x: number): number | null => {
    const y = value(x)
    return y === null ? null : y - wanted
  }
  const at = (k: number): number => start * 2 ** (k / PER_OCTAVE)
  const bisect = (from: number, to: number): number => {
    let [a, b] = [from, to]
    const rising = (off(b) ?? 0) > (off(a) ?? 0)
    for (let i = 0; i < 50; i++) {
      const middle = Math.sqrt(a * b)
      if ((off(middle) ?? 0) > 0 === rising) b = middle
      else a = middle
    }
    return Math.sqrt(a * b)
  }
  const crosses = (k: number): boolean => {
    const [a, b] = [off(at(k)), off(at(k + 1))]
    return a !== null && b !== null && a * b <= 0
  }
  for (let k = 0; k < OCTAVES * PER_OCTAVE; k++) {
    if (crosses(k)) return bisect(at(k), at(k + 1))
    if (crosses(-k - 1)) return bisect(at(-k - 1), at(-k))
  }
  return null
}
