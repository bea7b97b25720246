import { type Material, fresnel } from './material'
import { beamShare, type Lamp } from '../light/lamp'
import { BOUNCE, CHOICE, type Numbers } from './numbers'
import type { Scene } from './scene'
import { type Arrival, lightAt, lightOff } from './shade'
import type { Hit, Shift } from './world'

/** Surfaces a ray may meet one after the other. */
const DEPTH = 7
/** Brighter than this nothing is, against correct: it is far past clipping, and a speck of it would not settle. */
const MOST = 24
/** A start off the surface, m. */
const OFF = 1e-5

/**
 * Follows rays from the camera through a scene, lit by one lamp or by the room alone. One tracer is used again and
 * again; what a ray brings is in `red`, `green` and `blue`, against correct exposure of an 18 % card at 0.18.
 */
export class Tracer {
  red = 0
  green = 0
  blue = 0
  private readonly hit: Hit = { t: 0, body: 0, nx: 0, ny: 0, nz: 0 }
  private cr = 1
  private cg = 1
  private cb = 1

  constructor(
    private readonly scene: Scene,
    private readonly numbers: Numbers,
  ) {}

  /**
   * What a ray brings under lamps whose light falls at one time, or under the room where there are none.
   */
  follow(
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    time: number,
    shift: Shift,
    lamps: readonly Lamp[] | null,
    stream: number,
  ): void {
    this.red = this.green = this.blue = 0
    this.cr = this.cg = this.cb = 1
    let mirrored = true
    let bounced = false
    const { world } = this.scene
    for (let depth = 0; depth < DEPTH; depth++) {
      const { hit } = this
      world.nearest(ox, oy, oz, dx, dy, dz, time, shift, hit)
      if (lamps !== null && mirrored)
        for (let l = 0; l < lamps.length; l++) if (this.seesFace(lamps[l]!, ox, oy, oz, dx, dy, dz)) return
      if (hit.body < 0) {
        if (lamps === null && depth > 0) this.gain(this.scene.room!.level)
        return
      }
      const material = world.material(hit.body)
      const px = ox + dx * hit.t
      const py = oy + dy * hit.t
      const pz = oz + dz * hit.t
      let { nx, ny, nz } = hit
      const inside = nx * dx + ny * dy + nz * dz > 0
      if (inside) {
        nx = -nx
        ny = -ny
        nz = -nz
      }
      const cosine = -(nx * dx + ny * dy + nz * dz)

      if (material.kind === 'glass' || material.kind === 'clear') {
        const solid = material.kind === 'clear'
        const ratio = solid && inside ? material.index : 1 / material.index
        const once = fresnel(cosine, ratio)
        const share = solid ? once : (2 * once) / (1 + once)
        if (this.numbers.at(CHOICE, stream + depth) < share) {
          dx += 2 * cosine * nx
          dy += 2 * cosine * ny
          dz += 2 * cosine * nz
        } else {
          this.tint(material.colour, solid && inside ? Math.min(4, hit.t * 40) : solid ? 0 : 1)
          if (solid) {
            const bend = ratio * cosine - Math.sqrt(Math.max(0, 1 - ratio * ratio * (1 - cosine * cosine)))
            dx = ratio * dx + bend * nx
            dy = ratio * dy + bend * ny
            dz = ratio * dz + bend * nz
          }
          nx = -nx
          ny = -ny
          nz = -nz
        }
        ox = px + nx * OFF
        oy = py + ny * OFF
        oz = pz + nz * OFF
        mirrored = true
        continue
      }

      ox = px + nx * OFF
      oy = py + ny * OFF
      oz = pz + nz * OFF
      const isMetal = material.kind === 'metal'
      if (lamps === null) {
        if (!isMetal) {
          this.tint(material.colour, 1)
          this.gain(this.scene.room!.level)
          return
        }
      } else {
        this.light(lamps, material, hit.body, stream + 3 * depth, ox, oy, oz, nx, ny, nz, dx, dy, dz, time, shift)
        if (!isMetal && (bounced || !this.scene.bounces)) return
      }

      const u = this.numbers.at(BOUNCE, stream + depth)
      const v = this.numbers.at(BOUNCE + 1, stream + depth)
      this.tint(material.colour, 1)
      if (isMetal) {
        // The normal of a rough mirror is a little off.
        const lean = material.rough * Math.sqrt(-2 * Math.log(1 - u))
        const turn = 2 * Math.PI * v
        const mx = nx + lean * Math.cos(turn)
        const my = ny + lean * Math.sin(turn)
        const mz = nz
        const m = 1 / Math.sqrt(mx * mx + my * my + mz * mz)
        const along = 2 * (dx * mx + dy * my + dz * mz) * m * m
        dx -= along * mx
        dy -= along * my
        dz -= along * mz
        if (dx * nx + dy * ny + dz * nz <= 0) return
        mirrored = material.rough < 0.02
      } else {
        bounced = true
        mirrored = false
        const lift = Math.sqrt(1 - u)
        const flat = Math.sqrt(u)
        const turn = 2 * Math.PI * v
        const sign = nz >= 0 ? 1 : -1
        const a = -1 / (sign + nz)
        const b = nx * ny * a
        const [x, y] = [flat * Math.cos(turn), flat * Math.sin(turn)]
        dx = x * (1 + sign * nx * nx * a) + y * b + lift * nx
        dy = x * sign * b + y * (sign + ny * ny * a) + lift * ny
        dz = -x * sign * nx - y * ny + lift * nz
      }
      const length = 1 / Math.sqrt(dx * dx + dy * dy + dz * dz)
      dx *= length
      dy *= length
      dz *= length
    }
  }

  /** Everything the lamps throw on a surface, straight and off cards, that goes on towards the camera. */
  private light(
    lamps: readonly Lamp[],
    material: Material,
    body: number,
    stream: number,
    px: number,
    py: number,
    pz: number,
    nx: number,
    ny: number,
    nz: number,
    dx: number,
    dy: number,
    dz: number,
    time: number,
    shift: Shift,
  ): void {
    const { scene, numbers } = this
    const cosine = -(nx * dx + ny * dy + nz * dz)
    const most = material.gloss > 0 || material.kind === 'metal' ? 20 : Math.max(...material.colour)
    for (let l = 0; l < lamps.length; l++) {
      const lamp = lamps[l]!
      const own = stream + 40 * l
      const given = lightAt(scene, lamp, numbers, own, px, py, pz, nx, ny, nz, most, time, shift)
      this.take(given, material, nx, ny, nz, dx, dy, dz, cosine)
      for (const card of scene.cards)
        if (card.body !== body) {
          const thrown = lightOff(scene, card, lamp, numbers, own, px, py, pz, time, shift)
          this.take(thrown, material, nx, ny, nz, dx, dy, dz, cosine)
        }
    }
  }

  private tint(colour: readonly [number, number, number], power: number): void {
    if (power === 0) return
    this.cr *= power === 1 ? colour[0] : colour[0] ** power
    this.cg *= power === 1 ? colour[1] : colour[1] ** power
    this.cb *= power === 1 ? colour[2] : colour[2] ** power
  }

  private gain(level: number): void {
    this.red += Math.min(MOST, this.cr * level)
    this.green += Math.min(MOST, this.cg * level)
    this.blue += Math.min(MOST, this.cb * level)
  }

  /** Light that arrives at a surface and goes on towards the camera. */
  private take(
    given: Arrival,
    material: Material,
    nx: number,
    ny: number,
    nz: number,
    dx: number,
    dy: number,
    dz: number,
    cosine: number,
  ): void {
    const isMetal = material.kind === 'metal'
    if (given.level <= 0) return
    const facing = given.dx * nx + given.dy * ny + given.dz * nz
    if (facing <= 0) return
    let shine = 0
    if (material.gloss > 0 || (isMetal && material.rough >= 0.02)) {
      const hx = given.dx - dx
      const hy = given.dy - dy
      const hz = given.dz - dz
      const h = Math.sqrt(hx * hx + hy * hy + hz * hz) || 1
      const c = Math.max(1e-3, (hx * nx + hy * ny + hz * nz) / h)
      const c2 = c * c
      const m2 = material.rough * material.rough
      // Beckmann's distribution of normals.
      shine = Math.exp((1 - 1 / c2) / (2 * m2)) / (8 * m2 * c2 * c2 * Math.max(0.05, cosine))
    }
    const { colour, gloss } = material
    const matt = isMetal ? 0 : facing
    const glint = isMetal ? shine : gloss * shine
    this.red += this.cr * Math.min(MOST, given.level * (colour[0] * matt + (isMetal ? colour[0] : 1) * glint))
    this.green += this.cg * Math.min(MOST, given.level * (colour[1] * matt + (isMetal ? colour[1] : 1) * glint))
    this.blue += this.cb * Math.min(MOST, given.level * (colour[2] * matt + (isMetal ? colour[2] : 1) * glint))
  }

  /** Whether the ray meets the lamp's own face before anything else; then it brings that light. */
  private seesFace(lamp: Lamp, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): boolean {
    const [ax, ay, az] = lamp.aim
    const facing = -(dx * ax + dy * ay + dz * az)
    if (facing <= 0) return false
    const x = lamp.place[0] - ox
    const y = lamp.place[1] - oy
    const z = lamp.place[2] - oz
    const t = -(x * ax + y * ay + z * az) / facing
    if (t <= 0 || t >= this.hit.t) return false
    const px = dx * t - x
    const py = dy * t - y
    const pz = dz * t - z
    const [ux, uy, uz] = lamp.across
    const [vx, vy, vz] = lamp.up
    if (Math.abs(px * ux + py * uy + pz * uz) > ux * ux + uy * uy + uz * uz) return false
    if (Math.abs(px * vx + py * vy + pz * vz) > vx * vx + vy * vy + vz * vz) return false
    this.gain((Math.PI * lamp.strength * beamShare(lamp.lobe, facing)) / Math.max(1e-4, facing) / lamp.area)
    return true
  }
}
