import { pulseTimeOf } from '../physics/flash'
import { BLUR, CHOICE, LENS, Numbers, PIXEL, TIME } from './numbers'
import { brightnessOf } from './brightness'
import type { Lamp } from '../light/lamp'
import type { Instant, Scene } from './scene'
import { Tracer } from './trace'
import type { Hit, Shift, Geometry } from './world'

/** Where a part lies in a whole picture, px: its corner, and how large the whole is. */
export interface PartOf {
  left: number
  top: number
  wide: number
  tall: number
}

/**
 * A picture of a scene that gets better with every pass over it: linear light, 0.18 for an 18 % card exposed
 * correctly. The same scene, size and seed give the same picture.
 */
export class Film {
  /** Red, green and blue of each pixel, summed over its samples. */
  readonly sums: Float32Array
  /** Whole passes made. */
  passes = 0
  private row = 0
  private readonly numbers = new Numbers()
  private readonly tracer: Tracer
  /** Tracers of pops that have a world of their own. */
  private readonly own = new Map<Geometry, Tracer>()
  /** Lamps that share their times, with the instants they fall at. */
  private readonly groups: { lamps: Lamp[]; instants: Instant[]; first: Lamp }[]
  /** Whether what does not ride moves as well. */
  private readonly unsteady: boolean
  private readonly hit: Hit = { t: 0, body: 0, nx: 0, ny: 0, nz: 0 }
  private readonly shift: Shift = { rideX: 0, rideY: 0, rideZ: 0, stayX: 0, stayY: 0 }

  constructor(
    readonly scene: Scene,
    readonly width: number,
    readonly height: number,
    private readonly seed = 1,
    /** Left out: it is the whole picture. */
    private readonly of: PartOf = { left: 0, top: 0, wide: width, tall: height },
  ) {
    this.sums = new Float32Array(width * height * 3)
    this.tracer = new Tracer(scene, this.numbers)
    for (const { world } of scene.instants)
      if (world) this.own.set(world, new Tracer({ ...scene, world }, this.numbers))
    this.unsteady =
      scene.world.flies || scene.instants.some(({ shift, world }) => world || shift.stayX !== 0 || shift.stayY !== 0)
    this.groups = grouped(scene)
  }

  /** Adds samples to every pixel. */
  pass(count = 1): void {
    for (let i = 0; i < count; i++) while (!this.rows(this.height));
  }

  /** Goes on by so many rows. @returns whether a pass came to its end */
  rows(count: number): boolean {
    const end = Math.min(this.height, this.row + count)
    for (; this.row < end; this.row++) for (let x = 0; x < this.width; x++) this.expose(x, this.row)
    if (this.row < this.height) return false
    this.row = 0
    this.passes++
    return true
  }

  /** Mean of a pixel's samples. */
  at(x: number, y: number): [red: number, green: number, blue: number] {
    const i = (y * this.width + x) * 3
    const n = Math.max(1, this.passes)
    return [this.sums[i]! / n, this.sums[i + 1]! / n, this.sums[i + 2]! / n]
  }

  /** How bright a pixel looks, of its mean light. */
  brightness(x: number, y: number): number {
    return brightnessOf(this.at(x, y))
  }

  private expose(x: number, y: number): void {
    const { numbers, scene, tracer } = this
    const pixel = y * this.width + x
    numbers.start(pixel, this.passes, this.seed)
    const { view } = scene
    const { left, top, wide, tall } = this.of
    let px = ((left + x + numbers.at(PIXEL)) / wide - 0.5) * view.fieldWidth
    let py = (0.5 - (top + y + numbers.at(PIXEL + 1)) / tall) * view.fieldHeight
    if (view.spread > 0) {
      const far = view.spread * Math.sqrt(-2 * Math.log(1 - numbers.at(BLUR)))
      const turn = 2 * Math.PI * numbers.at(BLUR + 1)
      px += far * Math.cos(turn)
      py += far * Math.sin(turn)
    }
    const out = view.pupilRadius * Math.sqrt(numbers.at(LENS))
    const round = 2 * Math.PI * numbers.at(LENS + 1)
    const ox = out * Math.cos(round)
    const oy = out * Math.sin(round)
    let dx = px - ox
    let dy = py - oy
    let dz = view.focusZ - view.pupilZ
    const length = 1 / Math.sqrt(dx * dx + dy * dy + dz * dz)
    dx *= length
    dy *= length
    dz *= length

    const row = this.rowOf(px / view.fieldWidth + 0.5, 0.5 - py / view.fieldHeight)
    const i = pixel * 3
    const keep = (weight: number, { red, green, blue }: Tracer): void => {
      this.sums[i] = this.sums[i]! + weight * red
      this.sums[i + 1] = this.sums[i + 1]! + weight * green
      this.sums[i + 2] = this.sums[i + 2]! + weight * blue
    }
    for (const { lamps, instants, first } of this.groups) {
      // Lamps of one kind at one power share their times: one way through the scene does for all of them.
      const drawn = numbers.at(TIME)
      const since = first.continuous
        ? (drawn - 0.5) * scene.rows.shutter + (row - 0.5) * scene.rows.travel
        : pulseTimeOf(first.shape, drawn)
      if (!first.continuous && this.covered(row, first.lag + since)) continue
      const time = first.continuous ? since : first.peak + since
      const follow = (instant: Instant, weight: number): void => {
        const by = (instant.world && this.own.get(instant.world)) ?? tracer
        by.follow(ox, oy, view.pupilZ, dx, dy, dz, time, this.moved(instant, time), lamps, 0)
        keep(weight, by)
      }
      if (instants.length === 1 || this.unsteady) for (const instant of instants) follow(instant, 1)
      else this.several(instants, time, ox, oy, dx, dy, dz, follow)
    }
    if (scene.room !== null) {
      const { from, to, rolls } = scene.room
      const share = numbers.at(TIME, 17)
      const time = from + share * (to - from) + (rolls ? (row - 0.5) * scene.rows.travel : 0)
      tracer.follow(ox, oy, view.pupilZ, dx, dy, dz, this.still(time), this.inRoom(share), null, 900)
      keep(1, tracer)
    }
  }

  /**
   * Pops of the same lights: what moves is followed at each; what stays behind it, at one of those that show it, for
   * all of them.
   */
  private several(
    instants: readonly Instant[],
    time: number,
    ox: number,
    oy: number,
    dx: number,
    dy: number,
    dz: number,
    follow: (instant: Instant, weight: number) => void,
  ): void {
    const { world, view } = this.scene
    const { hit } = this
    hit.t = Infinity
    world.nearestStaying(ox, oy, view.pupilZ, dx, dy, dz, time, hit)
    const behind = hit.t
    const shown: Instant[] = []
    for (const instant of instants) {
      const { rideX, rideY, rideZ } = this.moved(instant, time)
      hit.t = behind
      world.nearestRider(ox - rideX, oy - rideY, view.pupilZ - rideZ, dx, dy, dz, hit)
      if (hit.t < behind) follow(instant, 1)
      else shown.push(instant)
    }
    const one = shown[Math.floor(this.numbers.at(CHOICE, 5) * shown.length)]
    if (one) follow(one, shown.length)
  }

  /** Small bodies that fly about are shown where they are at the moment: over long times they blur to nothing. */
  private still(time: number): number {
    return Math.abs(time) < 0.02 ? time : 0
  }

  /** Where across the frame a row is, 0 covered first, to 1; ½ where the shutter has no rows. */
  private rowOf(right: number, down: number): number {
    switch (this.scene.rows.edge) {
      case 'left':
        return right
      case 'right':
        return 1 - right
      case 'top':
        return down
      case 'bottom':
        return 1 - down
      default:
        return 1
    }
  }

  /** Whether a row is covered at a time after the contact, s. */
  private covered(row: number, time: number): boolean {
    const { cuts, travel, shutter } = this.scene.rows
    return cuts && time > (row - 1) * travel + shutter
  }

  private moved({ shift, velocity }: Instant, time: number): Shift {
    this.shift.rideX = shift.rideX + velocity[0] * time
    this.shift.rideY = shift.rideY + velocity[1] * time
    this.shift.rideZ = shift.rideZ + velocity[2] * time
    this.shift.stayX = shift.stayX
    this.shift.stayY = shift.stayY
    return this.shift
  }

  private inRoom(share: number): Shift {
    const { places } = this.scene.room!
    const at = share * (places.length - 1)
    const i = Math.min(places.length - 2, Math.floor(at))
    const [a, b] = [places[Math.max(0, i)]!, places[Math.max(0, i) + (places.length > 1 ? 1 : 0)]!]
    const part = at - i
    this.shift.rideX = a[0] + (b[0] - a[0]) * part
    this.shift.rideY = a[1] + (b[1] - a[1]) * part
    this.shift.rideZ = a[2] + (b[2] - a[2]) * part
    this.shift.stayX = 0
    this.shift.stayY = 0
    return this.shift
  }
}

/** Lamps that fall together and last alike, by instant; instants of the same lamps together. */
function grouped({ lamps, instants }: Scene): { lamps: Lamp[]; instants: Instant[]; first: Lamp }[] {
  const groups = new Map<string, { lamps: Lamp[]; instants: Instant[]; first: Lamp }>()
  for (const instant of instants) {
    const byTime = new Map<string, number[]>()
    for (const index of instant.lamps) {
      const { peak, lag, shape, continuous } = lamps[index]!
      const key = [peak, lag, shape.tau, shape.cut, continuous].join()
      byTime.set(key, [...(byTime.get(key) ?? []), index])
    }
    for (const members of byTime.values()) {
      const key = members.join()
      const known = groups.get(key)
      if (known) known.instants.push(instant)
      else groups.set(key, { lamps: members.map(i => lamps[i]!), instants: [instant], first: lamps[members[0]!]! })
    }
  }
  return [...groups.values()]
}
