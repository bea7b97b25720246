import { type Course, type Differs, type Expected, LEAST_SPREAD, allOf } from './courses'
import type { Seen } from './instants'

/** What a picture says of each instant, beside the delay it was taken at. */
export interface Take {
  /** s dialled; null: not known. */
  delay: number | null
  /** ln of how well each instant goes with the picture, 0 for the best. */
  fits: readonly number[]
  /** s between which its offset lies by the log: early, on or late; null: not logged. */
  logged: readonly [from: number, to: number] | null
}

/** An instant as one way that things may go would have it. */
export interface State {
  /** Which instant it looks like. */
  instant: number
  /** s from the moment, and s that it stands for. */
  offset: number
  step: number
}

/** A way that one take may go: its course, and how much slower than that it unfolds. */
interface Direction {
  states: State[]
  /** ln of its speed against the plan's, and of how much slower it unfolds. */
  speed: number
  slower: number
  /** s that its moment wants the light later than expected. */
  later: number
}

/** Delays the run may be off by that are tried, over so many uncertainties to either side, and the most of them. */
const REACH = 3
const MOST_TRIED = 81
/** Those so close that the scatter hides what lies between, in scatters. */
const CLOSE = 0.5
/** Chance that a take is nowhere near where its delay puts it, and that the log has it wrong. */
const ASTRAY = 0.04
const WRONG = 0.05
const SQRT_2PI = Math.sqrt(2 * Math.PI)
/** How things may unfold, standard deviations off. */
const SCALES = Array.from({ length: 17 }, (_, i) => (i - 8) * 0.3)

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
const bell = (deviation: number, sd: number): number =>
  sd > 0 ? Math.exp(-0.5 * (deviation / sd) ** 2) : deviation === 0 ? 1 : 0

/**
 * The takes of one run read together: they share how far the plan is off, and, but for what differs from take to take,
 * how fast things go and how slowly they unfold; their delays are known. So each says something of the others.
 */
export class Together {
  /** All states, of one way after the other. */
  readonly states: State[]
  private readonly expected: Expected
  private readonly ways: Direction[]
  private readonly tried: number[]
  /** How likely each way is for a run, and for one take of a run that goes each way. */
  private readonly prior: number[]
  private readonly within: number[][]
  /** What each picture says, by its fits: it does not change. */
  private readonly known = new WeakMap<object, { logged: string; told: number[][] }>()

  /**
   * @param seen instants, of one course after the other
   * @param steps s that each stands for
   * @param speed how much faster things may go than planned
   * @param unfolding how much slower they may unfold
   */
  constructor(seen: readonly Seen[], steps: readonly number[], expected: Expected, speed: Differs, unfolding: Differs) {
    const whole = allOf(unfolding)
    const scales = whole < LEAST_SPREAD ? [0] : SCALES.map(z => z * whole)
    this.ways = [...new Set(seen.map(one => one.of))].flatMap(of =>
      scales.map(slower => wayOf(seen, steps, of, slower)),
    )
    this.states = this.ways.flatMap(({ states }) => states)
    this.expected = { ...expected, scatter: Math.hypot(expected.scatter, between(this.ways, scales.length)) }
    const { uncertainty, scatter } = this.expected
    const half = Math.min((MOST_TRIED - 1) / 2, Math.ceil((REACH * uncertainty) / (CLOSE * scatter)))
    this.tried = Array.from({ length: 2 * half + 1 }, (_, k) => REACH * uncertainty * (half > 0 ? k / half - 1 : 0))
    this.prior = this.ways.map(way => bell(way.speed, speed.error) * bell(way.slower, unfolding.error))
    this.within = this.ways.map(run => {
      const all = this.ways.map(
        take => bell(take.speed - run.speed, speed.spread) * bell(take.slower - run.slower, unfolding.spread),
      )
      const whole = sum(all)
      return all.map(one => one / whole)
    })
  }

  /** Chance density of an offset that is so far from where it is expected. */
  private near(deviation: number, scatter: number): number {
    return (1 - ASTRAY) * (bell(deviation, scatter) / (scatter * SQRT_2PI)) + ASTRAY / (8 * this.expected.whole)
  }

  /** Chance density of a take's offset, were it to go a way and the plan off by so much. */
  private expects({ delay }: Take, { later }: Direction, offset: number, by: number): number {
    const { expected } = this
    return delay === null
      ? this.near(offset, expected.whole)
      : this.near(offset - by - (delay - expected.delay - later), expected.scatter)
  }

  /** How likely a take's picture is for a state: by how it looks, how wide the instant is, and the log. */
  private weight({ fits, logged }: Take, { instant, offset, step }: State): number {
    const agrees = logged === null || (offset >= logged[0] && offset <= logged[1]) ? 1 : WRONG
    return Math.exp(fits[instant]!) * step * agrees
  }

  /** How likely a take is, by the way it goes and how far the plan is off. */
  private told(take: Take): number[][] {
    const logged = String(take.logged)
    const before = this.known.get(take.fits)
    if (before?.logged === logged) return before.told
    const told = this.ways.map(way => {
      const weights = way.states.map(state => this.weight(take, state))
      return this.tried.map(by =>
        sum(way.states.map(({ offset }, i) => weights[i]! * this.expects(take, way, offset, by))),
      )
    })
    this.known.set(take.fits, { logged, told })
    return told
  }

  /** How likely each way and each of the delays tried is for the run, by its other takes. */
  private runs(others: readonly Take[]): number[][] {
    const told = others.map(other => this.told(other))
    const ln = this.ways.map((_, run) =>
      this.tried.map((by, k) =>
        told.reduce(
          (total, ways) =>
            total + Math.log(1e-300 + sum(ways.map((tried, take) => this.within[run]![take]! * tried[k]!))),
          Math.log(this.prior[run]!) + Math.log(bell(by, this.expected.uncertainty)),
        ),
      ),
    )
    const most = Math.max(...ln.flat())
    return ln.map(tried => tried.map(one => Math.exp(one - most)))
  }

  /**
   * Chance of each state for a take, beside the others of its run.
   *
   * @returns as many as states, 1 in all
   */
  chances(take: Take, others: readonly Take[]): number[] {
    const runs = this.runs(others)
    const chances = this.ways.flatMap((way, own) => {
      const likely = this.tried.map((_, k) => sum(runs.map((tried, run) => this.within[run]![own]! * tried[k]!)))
      return way.states.map(
        state =>
          this.weight(take, state) *
          sum(this.tried.map((by, k) => likely[k]! * this.expects(take, way, state.offset, by))),
      )
    })
    const all = sum(chances)
    return chances.map(chance => chance / all)
  }
}

/**
 * Standard deviation of what lies between one way and the next in when the light is wanted, s.
 *
 * @param ways by course, and within each by how slowly it unfolds
 * @param scales of each course
 */
function between(ways: readonly Direction[], scales: number): number {
  const courses = ways.length / scales
  const slowest = ways[scales - 1]!.later - ways[0]!.later
  const fastest = ways.at(-1)!.later - ways[scales - 1]!.later
  return Math.hypot(slowest / Math.max(1, scales - 1), fastest / Math.max(1, courses - 1)) / Math.sqrt(12)
}

function wayOf(seen: readonly Seen[], steps: readonly number[], of: Course, slower: number): Direction {
  const scale = Math.exp(slower)
  return {
    states: seen.flatMap((one, instant) =>
      one.of === of ? [{ instant, offset: one.offset * scale, step: steps[instant]! * scale }] : [],
    ),
    speed: of.speed,
    slower,
    later: of.later + (scale - 1) * of.unfolds,
  }
}
