import type { Seen } from './instants'

/** What a picture says of each instant, beside the delay it was taken at. */
export interface Take {
  /** s dialled. */
  delay: number
  /** ln of how well each instant goes with the picture, 0 for the best. */
  fits: readonly number[]
  /** s between which its offset lies by the log: early, on or late; null: not logged. */
  logged: readonly [from: number, to: number] | null
}

/** Where offsets are expected: at which delay they are nothing, how sure that is, and how takes scatter about it. */
export interface Expected {
  delay: number
  uncertainty: number
  scatter: number
}

/** Delays the run may be off by that are tried, over so many uncertainties to either side. */
const TRIED = 81
const REACH = 3
/** Chance that a take is nowhere near where its delay puts it, and that the log has it wrong. */
const ASTRAY = 0.04
const WRONG = 0.05
/** How things may unfold, standard deviations off. */
const SCALES = [-1.8, -1.2, -0.6, 0, 0.6, 1.2, 1.8]

/** An instant as one way that things may go in the run would have it. */
export interface State {
  /** Which instant it looks like. */
  instant: number
  /** s from the moment, and s that it stands for. */
  offset: number
  step: number
}

/** A way that things may go all through a run. */
interface Course {
  states: State[]
  likely: number
}

/**
 * The takes of one run read together: they share how far the plan is off, how fast things go and how they unfold, and
 * their delays are known. So each says something of the others.
 */
export class Together {
  /** All states, of one course after the other. */
  readonly states: State[]
  private readonly courses: Course[]
  private readonly tried: number[]

  /**
   * @param seen instants, of one plan after the other
   * @param steps s that each stands for
   * @param unfolding standard deviation of how much slower or quicker than planned things unfold, as a share
   */
  constructor(
    seen: readonly Seen[],
    steps: readonly number[],
    private readonly expected: Expected,
    unfolding: number,
  ) {
    const scales = unfolding < 0.02 ? [0] : SCALES
    this.courses = [...new Set(seen.map(one => one.of))].flatMap(of =>
      scales.map(z => {
        const scale = Math.exp(z * unfolding)
        const states = seen.flatMap((one, instant) =>
          one.of === of ? [{ instant, offset: one.offset * scale, step: steps[instant]! * scale }] : [],
        )
        return { states, likely: seen[states[0]!.instant]!.likely * Math.exp(-0.5 * z * z) }
      }),
    )
    this.states = this.courses.flatMap(({ states }) => states)
    this.tried = Array.from({ length: TRIED }, (_, k) => REACH * expected.uncertainty * ((2 * k) / (TRIED - 1) - 1))
  }

  /** Chance density of an offset where a delay is expected to give another. */
  private near(off: number, scatter: number): number {
    const reach = 8 * (this.expected.uncertainty + scatter)
    const z = off / scatter
    return ((1 - ASTRAY) * Math.exp(-0.5 * z * z)) / (scatter * Math.sqrt(2 * Math.PI)) + ASTRAY / reach
  }

  /** How likely a take's picture is for a state: by how it looks, how wide the instant is, and the log. */
  private weight({ fits, logged }: Take, { instant, offset, step }: State): number {
    const agrees = logged === null || (offset >= logged[0] && offset <= logged[1]) ? 1 : WRONG
    return Math.exp(fits[instant]!) * step * agrees
  }

  /** How likely a take is were a course true and the plan off by each of the delays tried. */
  private likelihoods(take: Take, { states }: Course): number[] {
    const off = take.delay - this.expected.delay
    const weights = states.map(state => this.weight(take, state))
    return this.tried.map(by =>
      states.reduce(
        (total, { offset }, i) => total + weights[i]! * this.near(offset - by - off, this.expected.scatter),
        1e-300,
      ),
    )
  }

  /**
   * Chance of each state for a take, beside the others of its run.
   *
   * @returns as many as states, 1 in all
   */
  chances(take: Take, others: readonly Take[]): number[] {
    const { delay, scatter, uncertainty } = this.expected
    const ln = this.courses.map(course => {
      const all = others.map(other => this.likelihoods(other, course))
      return this.tried.map((by, k) =>
        all.reduce(
          (total, likelihood) => total + Math.log(likelihood[k]!),
          Math.log(course.likely) - 0.5 * (by / uncertainty) ** 2,
        ),
      )
    })
    const most = Math.max(...ln.flat())
    const chances = this.courses.flatMap((course, c) =>
      course.states.map(
        state =>
          this.tried.reduce((total, by, k) => {
            const weight = Math.exp(ln[c]![k]! - most)
            return weight < 1e-9 ? total : total + weight * this.near(state.offset - by - take.delay + delay, scatter)
          }, 0) * this.weight(take, state),
      ),
    )
    const total = chances.reduce((a, b) => a + b, 0)
    return chances.map(chance => chance / total)
  }
}
