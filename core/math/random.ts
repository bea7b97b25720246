/** A source of repeatable random numbers: the same seed gives the same takes on every machine. */
export interface Random {
  /** Even, 0 to below 1. */
  uniform(): number
  /** Standard normal. */
  normal(): number
}

/** SplitMix-style 32-bit generator with Marsaglia's polar method: quick, and plenty for a few million takes. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0
  let spare: number | null = null
  const uniform = (): number => {
    state = (state + 0x9e3779b9) >>> 0
    let z = state
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad)
    z = Math.imul(z ^ (z >>> 15), 0x735a2d97)
    return ((z ^ (z >>> 15)) >>> 0) / 2 ** 32
  }
  const normal = (): number => {
    if (spare !== null) {
      const kept = spare
      spare = null
      return kept
    }
    for (;;) {
      const u = 2 * uniform() - 1
      const v = 2 * uniform() - 1
      const s = u * u + v * v
      if (s > 0 && s < 1) {
        const factor = Math.sqrt((-2 * Math.log(s)) / s)
        spare = v * factor
        return u * factor
      }
    }
  }
  return { uniform, normal }
}

/** A number drawn evenly between two. */
export const between = (random: Random, low: number, high: number): number => low + random.uniform() * (high - low)
