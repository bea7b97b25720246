/** Means over squares of `2 reach + 1` px, by sums along rows and columns; at the rim over what there is of one. */
export function blurred(values: Float32Array, width: number, height: number, reach: number): Float32Array {
  const out = new Float32Array(values.length)
  const pass = (from: Float32Array, to: Float32Array, n: number, lines: number, step: number, jump: number): void => {
    for (let line = 0; line < lines; line++) {
      let [sum, count] = [0, 0]
      const at = (i: number): number => line * jump + i * step
      for (let i = 0; i < Math.min(reach, n); i++, count++) sum += from[at(i)]!
      for (let i = 0; i < n; i++) {
        if (i + reach < n) {
          sum += from[at(i + reach)]!
          count++
        }
        if (i - reach - 1 >= 0) {
          sum -= from[at(i - reach - 1)]!
          count--
        }
        to[at(i)] = sum / count
      }
    }
  }
  const between = new Float32Array(values.length)
  pass(values, between, width, height, 1, width)
  pass(between, out, height, width, width, 1)
  return out
}
