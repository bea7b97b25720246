import type { Assessment } from '../../plan'
import { type Course, type Differs, plansOf } from './courses'
import { type Seen, placesOf, seenAt } from './instants'
import { type Small, apart } from './small'

/** Share of what an instant differs from the next in, under which a course is seen to look like the plan. */
const ALIKE = 0.1
/** Where along the offsets courses are compared with the plan. */
const PROBED = [0.25, 0.5, 0.75]

interface Direction {
  plan: Assessment
  places: (time: number) => number
  of: Course
}

/**
 * What the camera would see of a plan, at each of some offsets and by each course that things may take: made one by
 * one, by the renderer. A course that looks no different from the plan shares the plan's pictures.
 */
export class Gallery {
  readonly seen: Seen[] = []
  private readonly ways: Direction[]
  private readonly own: Direction | undefined
  /** The plan's own pictures, by the place of their offset. */
  private readonly planned = new Map<number, Omit<Seen, 'of'>>()
  private readonly alike = new Map<Direction, boolean>()

  /** @param offsets s from the moment, rising; none where the plan has no moment */
  constructor(
    plan: Assessment,
    speed: Differs,
    private readonly offsets: readonly number[],
  ) {
    const ways = plan.timing.moment === null ? [] : plansOf(plan, speed)
    this.ways = ways
      .filter(direction => direction.plan.timing.moment !== null)
      .map(direction => ({ ...direction, places: placesOf(direction.plan) }))
    this.own = this.ways.find(({ of }) => of.speed === 0)
  }

  private get count(): number {
    return this.ways.length * this.offsets.length
  }

  /** The pictures of what is ready, each once. */
  get pictures(): Small[] {
    return [...new Set(this.seen.map(({ small }) => small))]
  }

  /** Share of the instants that are ready, 0 to 1. */
  get ready(): number {
    return this.count === 0 ? 1 : this.seen.length / this.count
  }

  /** Makes one more instant ready. @returns whether all are */
  prepare(): boolean {
    if (this.seen.length < this.count) {
      const direction = this.ways[Math.floor(this.seen.length / this.offsets.length)]!
      const k = this.seen.length % this.offsets.length
      this.seen.push({ ...this.shown(direction, k), of: direction.of })
    }
    return this.seen.length >= this.count
  }

  private shown(direction: Direction, k: number): Omit<Seen, 'of'> {
    if (direction === this.own || this.looksPlanned(direction)) return this.plannedAt(k)
    return seenAt(direction.plan, this.offsets[k]!, direction.places)
  }

  private plannedAt(k: number): Omit<Seen, 'of'> {
    const { plan, places } = this.own!
    const seen = this.planned.get(k) ?? seenAt(plan, this.offsets[k]!, places)
    this.planned.set(k, seen)
    return seen
  }

  /** Whether a course is hardly told from the plan at the same offset, beside how instants are told apart. */
  private looksPlanned(direction: Direction): boolean {
    const known = this.alike.get(direction)
    if (known !== undefined) return known
    const last = this.offsets.length - 1
    const alike =
      this.own !== undefined &&
      PROBED.map(share => Math.floor(share * last)).every(k => {
        const differs = apart(seenAt(direction.plan, this.offsets[k]!, direction.places).small, this.plannedAt(k).small)
        return differs <= ALIKE * apart(this.plannedAt(k).small, this.plannedAt(k + 1).small)
      })
    this.alike.set(direction, alike)
    return alike
  }
}
