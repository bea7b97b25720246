import type { Vector } from '../light/lamp'
import type { Material } from './material'

export type { Vector }

/** Kind of body: sphere. */
export const SPHERE = 0
/** Kind of body: capsule, a thick line with round ends. */
export const CAPSULE = 1
/** Kind of body: box. */
export const BOX = 2
/** Kind of body: plate, a rectangle without thickness. */
export const PLATE = 3
/** Kind of body: disc. */
export const DISC = 4
/** Kind of body: cone. */
export const CONE = 5
/** Kind of body: shell. */
export const SHELL = 6

/** Figures a body of any kind has at most. */
export const STRIDE = 9

const NOTHING: Vector = [0, 0, 0]

/**
 * What a scene is made of: simple bodies in typed arrays. A body stays, moves at a velocity of its own about the
 * instant of the picture, or rides with what is followed.
 */
export class Bodies {
  readonly kinds: number[] = []
  readonly figures: number[] = []
  readonly materials: Material[] = []
  readonly materialOf: number[] = []
  readonly velocities: number[] = []
  /** Whether it rides with the thing that moves. */
  readonly rides: boolean[] = []
  private readonly known = new Map<Material, number>()
  private riding = false

  get count(): number {
    return this.kinds.length
  }

  /** Bodies added meanwhile ride with the thing that moves. */
  riders(add: () => void): void {
    this.riding = true
    add()
    this.riding = false
  }

  private add(kind: number, figures: readonly number[], material: Material, velocity: Vector): void {
    let index = this.known.get(material)
    if (index === undefined) {
      index = this.materials.push(material) - 1
      this.known.set(material, index)
    }
    this.kinds.push(kind)
    for (let i = 0; i < STRIDE; i++) this.figures.push(figures[i] ?? 0)
    this.materialOf.push(index)
    this.velocities.push(...velocity)
    this.rides.push(this.riding)
  }

  sphere(centre: Vector, radius: number, material: Material, velocity = NOTHING): void {
    this.add(SPHERE, [...centre, radius], material, velocity)
  }

  /** A cylinder with round ends. */
  capsule(from: Vector, to: Vector, radius: number, material: Material, velocity = NOTHING): void {
    this.add(CAPSULE, [...from, ...to, radius], material, velocity)
  }

  /** A box along the axes. */
  box(centre: Vector, half: Vector, material: Material): void {
    this.add(BOX, [...centre, ...half], material, NOTHING)
  }

  /** A flat rectangle by its middle and two half sides at right angles. */
  plate(centre: Vector, u: Vector, v: Vector, material: Material): void {
    this.add(PLATE, [...centre, ...u, ...v], material, NOTHING)
  }

  /** A flat disc, or ring where it has a hole. */
  disc(centre: Vector, normal: Vector, radius: number, material: Material, hole = 0, velocity = NOTHING): void {
    this.add(DISC, [...centre, ...normal, radius, hole], material, velocity)
  }

  /** The side of a cylinder or cone, without its ends. */
  cone(from: Vector, to: Vector, fromRadius: number, toRadius: number, material: Material, velocity = NOTHING): void {
    this.add(CONE, [...from, ...to, fromRadius, toRadius], material, velocity)
  }

  /** A thin hollow sphere, open about a direction as far as an angle from it, rad. */
  shell(centre: Vector, radius: number, towards: Vector, open: number, material: Material): void {
    this.add(SHELL, [...centre, radius, ...towards, Math.cos(open)], material, NOTHING)
  }

  /** A lathe profile about an axis along y: cones from each point to the next. */
  lathe(foot: Vector, profile: readonly (readonly [radius: number, height: number])[], material: Material): void {
    for (let i = 1; i < profile.length; i++) {
      const [a, b] = [profile[i - 1]!, profile[i]!]
      this.cone([foot[0], foot[1] + a[1], foot[2]], [foot[0], foot[1] + b[1], foot[2]], a[0], b[0], material)
    }
  }
}
