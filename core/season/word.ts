import { grouped } from '../math/grouped'
import { seededRandom } from '../math/random'
import { quantileOf } from '../math/orderQuantile'

/** A take of which a chance of a keeper was said before it was fired. */
export interface SaidTake {
  setup: string
  /** The shoot it belongs to. */
  shoot: string
  chance: number
  kept: boolean
}

/** Takes that were said about the same: what was said, what came, and what would come were each word true. */
export interface WordBin {
  takes: number
  said: number
  seen: number
  low: number
  high: number
}

/** Whether what was said of takes was so. */
export interface WordKept {
  bins: WordBin[]
  /** How far off it is, in deviations (Spiegelhalter's statistic). */
  z: number
  /** Chance of being as far off were each word true. */
  chance: number
}

const MOST_BINS = 5
const LEAST_TAKES = 20
const DRAWS = 1000

/** Bounds of bins of equal count: each from an index to the next. */
function boundsOf(n: number): number[] {
  const bins = Math.max(1, Math.min(MOST_BINS, Math.floor(n / LEAST_TAKES)))
  return Array.from({ length: bins + 1 }, (_, i) => Math.round((i * n) / bins))
}

const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length

/** Spiegelhalter's statistic. */
function zOf(takes: readonly { chance: number; kept: boolean }[]): number {
  let [top, bottom] = [0, 0]
  for (const { chance: p, kept } of takes) {
    top += ((kept ? 1 : 0) - p) * (1 - 2 * p)
    bottom += (1 - 2 * p) ** 2 * p * (1 - p)
  }
  return bottom > 0 ? top / Math.sqrt(bottom) : 0
}

/**
 * Holds what was said of takes against what came of them, in bins of equal count.
 *
 * @returns null where fewer than 20 takes were said anything of
 */
export function wordKept(takes: readonly SaidTake[], seed = 1): WordKept | null {
  if (takes.length < LEAST_TAKES) return null
  const sorted = [...takes].sort((a, b) => a.chance - b.chance)
  const bounds = boundsOf(sorted.length)
  const edges = bounds.slice(1, -1).map(i => sorted[i]!.chance)
  const binOf = (chance: number): number => edges.filter(edge => chance >= edge).length
  const bySetup = [...grouped(takes, take => take.setup).values()]
  const random = seededRandom(seed)
  const drawn: number[][] = bounds.slice(1).map(() => [])
  const z = zOf(takes)
  let further = 0
  for (let draw = 0; draw < DRAWS; draw++) {
    // Set-ups whole: takes of one are said alike, and are lost alike.
    const again = Array.from({ length: bySetup.length }, () => bySetup[Math.floor(random.uniform() * bySetup.length)]!)
    const fired = again.flat().map(({ chance }) => ({ chance, kept: random.uniform() < chance }))
    if (Math.abs(zOf(fired)) >= Math.abs(z)) further++
    for (const [bin, list] of grouped(fired, ({ chance }) => binOf(chance)))
      drawn[bin]!.push(mean(list.map(({ kept }) => (kept ? 1 : 0))))
  }
  const inBin = grouped(takes, ({ chance }) => binOf(chance))
  return {
    z,
    chance: further / DRAWS,
    bins: drawn.flatMap((seen, bin) => {
      const list = inBin.get(bin)
      if (!list || seen.length === 0) return []
      return [
        {
          takes: list.length,
          said: mean(list.map(({ chance }) => chance)),
          seen: mean(list.map(({ kept }) => (kept ? 1 : 0))),
          low: quantileOf(seen, 0.05),
          high: quantileOf(seen, 0.95),
        },
      ]
    }),
  }
}

/** How a chance that is said is put right: logit p′ = a + b logit p. */
export interface Correction {
  a: number
  b: number
}

const logit = (p: number): number => Math.log(p / (1 - p))
const expit = (x: number): number => 1 / (1 + Math.exp(-x))
const within = (p: number): number => Math.min(0.999, Math.max(0.001, p))
const A_SPREAD = 0.3
const B_SPREAD = 0.2

/** A chance put right. */
export const corrected = ({ a, b }: Correction, chance: number): number => expit(a + b * logit(within(chance)))

/** The likeliest correction, drawn towards none: a ~ N(0, 0.3²), b ~ N(1, 0.2²). */
export function correctionOf(takes: readonly Pick<SaidTake, 'chance' | 'kept'>[]): Correction {
  let [a, b] = [0, 1]
  for (let step = 0; step < 30; step++) {
    let [ga, gb, haa, hab, hbb] = [-a / A_SPREAD ** 2, (1 - b) / B_SPREAD ** 2, 1 / A_SPREAD ** 2, 0, 1 / B_SPREAD ** 2]
    for (const { chance, kept } of takes) {
      const x = logit(within(chance))
      const p = expit(a + b * x)
      const off = (kept ? 1 : 0) - p
      const w = p * (1 - p)
      ga += off
      gb += off * x
      haa += w
      hab += w * x
      hbb += w * x * x
    }
    const det = haa * hbb - hab * hab
    const [da, db] = [(hbb * ga - hab * gb) / det, (haa * gb - hab * ga) / det]
    a += da
    b += db
    if (Math.abs(da) + Math.abs(db) < 1e-9) break
  }
  return { a, b }
}

const LEAST_SETUPS = 8
const LEAST_SAID = 150
const scoreOf = (p: number, kept: boolean): number => Math.log(kept ? within(p) : 1 - within(p))

/** The correction worth applying: enough was said, and it does better on shoots it was not made from; else null. */
export function worthyCorrection(takes: readonly SaidTake[]): Correction | null {
  if (takes.length < LEAST_SAID || new Set(takes.map(({ setup }) => setup)).size < LEAST_SETUPS) return null
  let gained = 0
  for (const [shoot, own] of grouped(takes, take => take.shoot)) {
    const from = correctionOf(takes.filter(take => take.shoot !== shoot))
    for (const { chance, kept } of own) gained += scoreOf(corrected(from, chance), kept) - scoreOf(chance, kept)
  }
  return gained > 0 ? correctionOf(takes) : null
}
