import { said } from '../../plan/findings/types'
import type { Assessment } from '../../plan'
import { type LoggedTake, placeTells } from '../../run'
import type { Setup } from '../../setup/types'
import type { Frame } from '../types'
import { doubleOf } from './double'
import { type Differs, type Expected, NONE, expectedOf, speedOf, unfoldingOf, windowOf } from './courses'
import { Gallery } from './gallery'
import type { Seen } from './instants'
import { type Fit, type Small, dimmed, fitOf, shrunk } from './small'
import { lookedCloser } from './nearer'
import { Plain, Spots } from './spots'
import { type State, Together } from './together'
import { type Coarse, type TakeReading, STRANGE, best, chancesAt, dark, nothing, spotted } from './reading'
import { unlikeOf } from './unlike'

/** Instants to either side of the moment, and of a travel that tells its own place. */
const INSTANTS = 16
const PLACES = 40
/** Light below which nothing fell on the scene, against the plan; stops. */
const UNLIT = -5
/** Parts of a picture that tell independently of each other: chances of played takes came true with about so many. */
const PARTS = 12
/** Takes of a run that are looked at beside a new one. */
const RECENT = 12

/** Offsets dense about the moment and farther apart away from it. */
function offsetsOf(reach: number, window: number, count: number): number[] {
  const bend = Math.asinh((3 * reach) / window) || 1
  return Array.from({ length: 2 * count + 1 }, (_, i) => (reach * Math.sinh((i / count - 1) * bend)) / Math.sinh(bend))
}

const meanLight = ({ light }: Small): number => light.reduce((a, b) => a + b, 0) / light.length

/** Which take a picture is of, for what the takes of a run say of each other. */
export interface OfRun {
  /** Its own name among them, and s dialled. */
  id: string
  delay: number
  /** What the log says of those before it. */
  logged: Readonly<Record<string, LoggedVerdict>>
}
type LoggedVerdict = LoggedTake['verdict']

/** What a reader is the same for, as text: all of a set-up but what is said, ticked off and counted beside it. */
export const readingOf = (setup: Setup): string => {
  const { name: _n, notes: _t, lists: _l, crew: _c, goal: _g, tests: _s, ...bears } = setup
  return JSON.stringify(bears)
}

/**
 * Reads takes of a plan: compares each picture with what the plan predicts for instants before and after the moment.
 * The instants are made once for a plan, by the renderer; a reading takes a tenth of a second then, and half of one
 * where a thing that travels is looked at closer.
 */
export class TakeReader {
  private readonly gallery: Gallery
  private readonly tells: boolean
  private readonly speed: Differs
  private readonly unfolding: Differs
  private readonly expected: Expected
  private all: Together | null = null
  private spots: Spots | null = null
  /** Pictures read before, by their takes. */
  private readonly before = new Map<string, { delay: number; fits: number[] }>()

  constructor(readonly plan: Assessment) {
    this.tells = placeTells(plan)
    // A place that the moment is told by does not care how things unfold.
    this.speed = this.tells ? NONE : speedOf(plan.setup)
    this.unfolding = this.tells ? NONE : unfoldingOf(plan.setup)
    this.expected = expectedOf(plan, this.tells)
    this.gallery = new Gallery(plan, this.speed, this.offsetsFor(windowOf(plan)))
  }

  private offsetsFor(window: number): number[] {
    if (!this.tells) return offsetsOf(3 * Math.max(window, this.expected.whole), window, INSTANTS)
    const half = (0.55 * this.plan.optics.fieldWidth) / Math.max(this.plan.alongSpeed, 1e-9)
    return Array.from({ length: 2 * PLACES + 1 }, (_, i) => (i / PLACES - 1) * half)
  }

  private get seen(): readonly Seen[] {
    return this.gallery.seen
  }

  /** Share of the instants that are ready, 0 to 1. */
  get ready(): number {
    return this.gallery.ready
  }

  /** Makes one more instant ready. @returns whether all are */
  prepare(): boolean {
    return this.gallery.prepare()
  }

  /** Another run begins: what was read of this one says nothing of it. */
  forget(): void {
    this.before.clear()
    this.spots?.forget()
  }

  /**
   * A proposal for a picture of the plan's own framing.
   *
   * @param take which it is: then its delay counts, and what was read and logged of its run
   */
  read(frame: Frame, take: OfRun | null = null): TakeReading {
    while (!this.prepare());
    if (this.seen.length === 0) return nothing(said('read.noMomentPlanned'))
    const { width, height } = this.seen[0]!.small
    const picture = shrunk(frame, width, height)
    const usual = meanLight(this.seen[Math.floor(this.seen.length / 2)]!.small)
    const stops = Math.log2(Math.max(meanLight(picture), 1e-9) / usual)
    if (stops < UNLIT) return dark(stops)
    const reading = lookedCloser(frame, this.plan, this.told(picture, this.fitsOf(picture), take))
    const spots = take ? this.spotsOf.look(take.id, frame) : []
    return { ...reading, reasons: [...reading.reasons, ...spotted(spots)] }
  }

  /** How each instant goes with a picture, its light brought to the picture's first. */
  private fitsOf(picture: Small): Fit[] {
    const first = this.eachSeen(small => fitOf(picture, small))
    const best = first.reduce((a, b) => (a.rest <= b.rest ? a : b))
    if (Math.abs(Math.log2(best.gain)) < 0.15) return first
    // Where white was cut off, more or less light is not the same picture brighter.
    return this.eachSeen(small => {
      const fit = fitOf(picture, dimmed(small, best.gain))
      return { gain: fit.gain * best.gain, rest: fit.rest }
    })
  }

  /** Something of each instant, worked out once for those that share a picture. */
  private eachSeen(of: (small: Small) => Fit): Fit[] {
    const known = new Map(this.gallery.pictures.map(small => [small, of(small)]))
    return this.seen.map(({ small }) => known.get(small)!)
  }

  private told(picture: Small, fits: readonly Fit[], take: OfRun | null): Coarse {
    const { seen } = this
    const least = fits.reduce((a, b) => (a.rest <= b.rest ? a : b))
    const at = fits.indexOf(least)
    const { states } = this.together
    const chances = this.chancesOf(fits, take)
    const top = chances.indexOf(Math.max(...chances))
    const likeliest = states[top]!
    const finer = this.finer(fits, likeliest)
    const verdict = best(this.verdictsOf(chances, likeliest, finer))
    const mean = (of: (state: State, i: number) => number): number =>
      states.reduce((total, state, i) => total + chances[i]! * of(state, i), 0)
    // For the best instant and its neighbours stands where their parabola is lowest: their mean would count it twice.
    const settle = (of: (state: State) => number, by: number): number =>
      mean((state, i) => (Math.abs(i - top) <= 1 ? of(likeliest) + by : of(state)))
    const placed = ({ instant }: State): number => seen[instant]!.past ?? 0
    const offset = settle(state => state.offset, finer)
    const error = Math.sqrt(mean(state => (state.offset - offset) ** 2))
    const double = least.gain < Math.SQRT2 ? null : doubleOf(picture, seen, at)
    const unlike = unlikeOf(
      picture,
      dimmed(seen[at]!.small, least.gain),
      fits.map(fit => fit.rest),
    )
    const stops = Math.log2(least.gain)
    const past = this.tells ? settle(placed, finer * this.plan.alongSpeed || 0) : null
    // Up or down, sooner or later: a toss stands at each height twice, and higher the faster it was.
    const blind = unlike > STRANGE || this.plan.setup.motion.kind === 'toss'
    const pixel = this.plan.optics.fieldWidth / picture.width
    return {
      verdict: blind ? null : verdict[0],
      sure: blind ? 0 : verdict[1],
      offset,
      offsetError: Math.hypot(error, likeliest.step / 4),
      past,
      pastError: past === null ? null : Math.hypot(Math.sqrt(mean(state => (placed(state) - past) ** 2)), pixel / 3),
      stops,
      double,
      unlike,
    }
  }

  /** What stays where the plan has nothing; made once all instants are ready. */
  private get spotsOf(): Spots {
    return (this.spots ??= new Spots(new Plain(this.gallery.pictures)))
  }

  /** What the instants are states of; made once all are ready. */
  private get together(): Together {
    return (this.all ??= new Together(
      this.seen,
      this.seen.map((_, i) => this.stepAt(i)),
      this.expected,
      this.speed,
      this.unfolding,
    ))
  }

  /** Chance of each state: how well its instant goes with the picture, and how likely it was beforehand. */
  private chancesOf(fits: readonly Fit[], take: OfRun | null): number[] {
    const { before } = this
    const least = Math.min(...fits.map(fit => fit.rest))
    // What differs everywhere, noise and what the plan does not draw; neighbours differ together.
    const noise = Math.max(least / PARTS, 1e-5)
    const ln = fits.map(fit => -(fit.rest - least) / (2 * noise))
    const others = take ? [...before].filter(([id]) => id !== take.id).slice(-RECENT) : []
    if (take) before.set(take.id, { delay: take.delay, fits: ln })
    return this.together.chances(
      { delay: take?.delay ?? null, fits: ln, logged: null },
      others.map(([id, other]) => ({ ...other, logged: this.betweenOf(take?.logged[id]) })),
    )
  }

  /** Between which offsets a verdict puts a take. */
  private betweenOf(verdict: LoggedVerdict | undefined): [number, number] | null {
    const { before, after } = this.plan.keep
    if (verdict === 'on') return [-before, after]
    if (verdict === 'early') return [-Infinity, -before]
    return verdict === 'late' ? [after, Infinity] : null
  }

  /** s from the best instant to where the least lies between it and its neighbours. */
  private finer(fits: readonly Fit[], { instant: at, step }: State): number {
    const { seen } = this
    const beside = (i: number): boolean => seen[i] !== undefined && seen[i].of === seen[at]!.of
    if (!beside(at - 1) || !beside(at + 1)) return 0
    const [a, b] = [seen[at - 1]!.offset - seen[at]!.offset, seen[at + 1]!.offset - seen[at]!.offset]
    const [u, v] = [fits[at - 1]!.rest - fits[at]!.rest, fits[at + 1]!.rest - fits[at]!.rest]
    if (a >= 0 || b <= 0) return 0
    // The parabola through the three.
    const bow = (u / a - v / b) / (a - b)
    const tilt = u / a - bow * a
    const finer = bow > 0 ? Math.min(b / 2, Math.max(a / 2, -tilt / (2 * bow))) : 0
    return (finer * step) / this.stepAt(at)
  }

  /** s that an instant stands for, half of the way to its neighbours. */
  private stepAt(i: number): number {
    const { offset, of } = this.seen[i]!
    const beside = (one: Seen | undefined): number => (one?.of === of ? one.offset : offset)
    return Math.max(1e-9, Math.abs(beside(this.seen[i + 1]) - beside(this.seen[i - 1])) / 2)
  }

  /** Chances of each verdict, an instant between two counting by how near it is. */
  private verdictsOf(
    chances: readonly number[],
    likeliest: State,
    finer: number,
  ): Record<'early' | 'on' | 'late' | 'missed', number> {
    const all = { early: 0, on: 0, late: 0, missed: 0 }
    const half = this.plan.optics.fieldWidth / 2
    this.together.states.forEach((state, i) => {
      const chance = chances[i]!
      if (this.tells && Math.abs(this.seen[state.instant]!.past ?? 0) > half) {
        all.missed += chance
        return
      }
      const step = state.step / (state === likeliest ? 4 : 2)
      const offset = state.offset + (state === likeliest ? finer : 0)
      const { early, on, late } = chancesAt(this.plan.keep, offset, step)
      all.early += chance * early
      all.late += chance * late
      all.on += chance * on
    })
    return all
  }
}
