import { type FlashSetup, type Setup, type Spot, aimSpot, beamShare, lobeOf, subjectMiddle } from '~~/core'
import type { Point } from './axes'

/** m from the subject at which a light may be aimed. */
const FARTHEST = 20
/** A light turned to within this of where it aims by itself is aimed there, rad. */
const HOME = 0.05

/** A place as a view shows it: m along the travel from its start, and across what the view shows across. */
export interface Flat {
  along: number
  across: number
}

/** Where a light aims by itself, the subject or the ground, counted along the travel from its start. */
export function homeOf(setup: Setup, flash: FlashSetup): Spot {
  const home = aimSpot({ role: flash.role, aimAlong: 0, aimAcross: 0, aimOut: 0 }, setup.scene)
  return { ...home, along: subjectMiddle(setup) + home.along }
}

/** Where a light is aimed, counted along the travel from its start. */
export function aimOf(setup: Setup, flash: FlashSetup): Spot {
  const aim = aimSpot(flash, setup.scene)
  return { ...aim, along: subjectMiddle(setup) + aim.along }
}

/** A light's own figures for a place it is aimed at, in a view that shows two of its three coordinates. */
export function aimAt(
  setup: Setup,
  flash: FlashSetup,
  to: Partial<Spot>,
): Pick<FlashSetup, 'aimAlong' | 'aimAcross' | 'aimOut'> {
  const home = homeOf(setup, flash)
  const aim = { ...aimOf(setup, flash), ...to }
  const offset = (key: keyof Spot): number => Math.min(FARTHEST, Math.max(-FARTHEST, aim[key] - home[key]))
  return { aimAlong: offset('along'), aimAcross: offset('across'), aimOut: offset('out') }
}

/**
 * Where a light aims after its head is turned towards a place: as far off as before, or home where that is near.
 *
 * @param free not drawn home
 */
export function turned(light: Flat, aim: Flat, home: Flat, towards: Flat, free: boolean): Flat {
  const bearing = (to: Flat): [far: number, turn: number] => [
    Math.hypot(to.along - light.along, to.across - light.across),
    Math.atan2(to.across - light.across, to.along - light.along),
  ]
  const [reach] = bearing(aim)
  const [distance, turn] = bearing(towards)
  const [homeFar, homeTurn] = bearing(home)
  if (distance < 1e-6) return aim
  if (!free && Math.abs(Math.sin((turn - homeTurn) / 2)) < HOME / 2) return home
  const out = reach > 1e-6 ? reach : homeFar
  return { along: light.along + out * Math.cos(turn), across: light.across + out * Math.sin(turn) }
}

/** Half-angle about the way to the subject over which a line of equal light is drawn, rad. */
const WIDE = 0.42
const PARTS = 12

/**
 * A line of equal light about a light, in the drawing: so many stops over what the subject gets, as its beam falls off
 * beside its aim.
 *
 * @param light where it stands, `aim` where it is aimed, `subject` what it is told against
 * @returns places of the line, that towards the subject in the middle; none where the subject is out of its beam
 */
export function equalLight(
  { light, aim, subject }: { light: Point; aim: Point; subject: Point },
  flash: Pick<FlashSetup, 'beamAngle'>,
  stop: number,
): Point[] {
  const lobe = lobeOf(flash.beamAngle)
  const bearing = (to: Point): number => Math.atan2(to.y - light.y, to.x - light.x)
  const [axis, towards] = [bearing(aim), bearing(subject)]
  const here = beamShare(lobe, Math.cos(towards - axis))
  if (here <= 0) return []
  const distance = Math.hypot(subject.x - light.x, subject.y - light.y) * 2 ** (-stop / 2)
  return Array.from({ length: PARTS + 1 }, (_, i): Point => {
    const turn = towards + WIDE * ((2 * i) / PARTS - 1)
    const r = distance * Math.sqrt(beamShare(lobe, Math.cos(turn - axis)) / here)
    return { x: light.x + r * Math.cos(turn), y: light.y + r * Math.sin(turn) }
  })
}
