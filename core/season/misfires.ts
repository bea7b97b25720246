import { type Random, seededRandom } from '../math/random'

/** Takes fired on a day, and those of them that misfired. */
export interface MisfireDay {
  /** yyyy-mm-dd. */
  day: string
  fired: number
  misfires: number
}

/** Days on which more misfired than on the others: one of them, all up to one, or all since one. */
export interface MisfireBout {
  from: string
  to: string
  when: 'on' | 'until' | 'since'
  fired: number
  misfires: number
  others: { fired: number; misfires: number }
  /** Chance that misfires dealt at random would stand out as much. */
  chance: number
}

/** Dealt anew so often; told from this chance down. */
const DEALS = 999
const TOLD = 0.01
/** Fewest days and misfires that can tell anything. */
const LEAST = { days: 3, misfires: 4 }
/** Terms of a tail beyond this share of it add nothing. */
const NEGLIGIBLE = 1e-12

/** ln n! from 0 on. */
function logFactorials(most: number): Float64Array {
  const found = new Float64Array(most + 1)
  for (let n = 2; n <= most; n++) found[n] = found[n - 1]! + Math.log(n)
  return found
}

/** ln of the chance that so many or more of some takes misfire, were all misfires dealt at random: Fisher’s test. */
function logTail(fired: number, misfires: number, all: { fired: number; misfires: number }, ln: Float64Array): number {
  const choose = (n: number, k: number): number => ln[n]! - ln[k]! - ln[n - k]!
  const most = Math.min(fired, all.misfires)
  const whole = choose(all.fired, fired)
  const term = (x: number): number => choose(all.misfires, x) + choose(all.fired - all.misfires, fired - x) - whole
  const first = term(misfires)
  if (!Number.isFinite(first)) return 0
  let sum = 1
  for (let x = misfires + 1; x <= most; x++) {
    const part = Math.exp(term(x) - first)
    sum += part
    if (part < NEGLIGIBLE * sum) break
  }
  return Math.min(0, first + Math.log(sum))
}

interface Group {
  from: number
  to: number
  when: MisfireBout['when']
}
/** Each day alone, all up to one, and all since one. */
function groupsOf(days: number): Group[] {
  const each = Array.from({ length: days }, (_, k) => k)
  return [
    ...each.map((k): Group => ({ from: k, to: k, when: 'on' })),
    ...each.slice(1, -1).map((k): Group => ({ from: 0, to: k, when: 'until' })),
    ...each.slice(1, -1).map((k): Group => ({ from: k, to: days - 1, when: 'since' })),
  ]
}

/** The group that stands out most, and ln of its chance by itself. */
function mostStriking(
  fired: readonly number[],
  misfires: readonly number[],
  groups: readonly Group[],
  ln: Float64Array,
): { group: Group; log: number } {
  const sums = (values: readonly number[]): number[] => {
    const all = [0]
    for (const value of values) all.push(all.at(-1)! + value)
    return all
  }
  const [f, m] = [sums(fired), sums(misfires)]
  const all = { fired: f.at(-1)!, misfires: m.at(-1)! }
  let best = { group: groups[0]!, log: 0 }
  for (const group of groups) {
    const [n, k] = [f[group.to + 1]! - f[group.from]!, m[group.to + 1]! - m[group.from]!]
    // No more than its share: it cannot stand out.
    if (k * all.fired <= all.misfires * n) continue
    const log = logTail(n, k, all, ln)
    if (log < best.log) best = { group, log }
  }
  return best
}

/** Misfires dealt anew over the takes that were fired, none of them twice. */
function dealt(fired: readonly number[], misfires: number, random: Random): number[] {
  const left = [...fired]
  let takes = left.reduce((sum, n) => sum + n, 0)
  const found = fired.map(() => 0)
  for (let i = 0; i < misfires; i++) {
    let at = random.uniform() * takes
    let day = 0
    while (day < left.length - 1 && at >= left[day]!) at -= left[day++]!
    found[day]!++
    left[day]!--
    takes--
  }
  return found
}

/**
 * Days on which more takes misfired than chance would have it, over all days that could be told from the others: the
 * greatest of Fisher's statistics, held to the same on misfires dealt anew 999 times.
 *
 * @param days in any order
 * @returns null where none stand out at 1 in 100
 * @see Fisher, Statistical Methods for Research Workers, 1925; Good, Permutation Tests, 2000
 */
export function misfireBout(days: readonly MisfireDay[], seed = 1): MisfireBout | null {
  const fired = days.filter(day => day.fired > 0).sort((a, b) => a.day.localeCompare(b.day))
  const misfires = fired.reduce((sum, day) => sum + day.misfires, 0)
  if (fired.length < LEAST.days || misfires < LEAST.misfires) return null
  const takes = fired.map(day => day.fired)
  const groups = groupsOf(fired.length)
  const ln = logFactorials(takes.reduce((sum, n) => sum + n, 0))
  const seen = fired.map(day => day.misfires)
  const { group, log } = mostStriking(takes, seen, groups, ln)
  if (log > Math.log(TOLD)) return null
  const random = seededRandom(seed)
  let asMuch = 1
  for (let i = 0; i < DEALS && asMuch <= TOLD * (DEALS + 1); i++)
    if (mostStriking(takes, dealt(takes, misfires, random), groups, ln).log <= log) asMuch++
  const chance = asMuch / (DEALS + 1)
  if (chance > TOLD) return null
  const within = fired.slice(group.from, group.to + 1)
  const count = (key: 'fired' | 'misfires'): number => within.reduce((sum, day) => sum + day[key], 0)
  const all = takes.reduce((sum, n) => sum + n, 0)
  return {
    from: within[0]!.day,
    to: within.at(-1)!.day,
    when: group.when,
    fired: count('fired'),
    misfires: count('misfires'),
    others: { fired: all - count('fired'), misfires: misfires - count('misfires') },
    chance,
  }
}
