import {
  type FlashSetup,
  type Setup,
  type Spot,
  followed,
  flight,
  lightSpot as fromSubject,
  natureOf,
  shoots,
  subjectMiddle,
  traitsOf,
  type Plan,
} from '~~/core'

/** m that a flat disc is thick. */
const THIN = 0.012

/** m across the travel that the subject takes up as seen from above: as high as wide, but for people and discs. */
export function footprint({ recipe, subject }: Setup): number {
  if (traitsOf(recipe).flat) return THIN
  return traitsOf(recipe).person ? Math.min(subject.height, subject.depth) : subject.height
}

/** Where a light stands in the table plan, counted along the travel from its start. */
export function lightSpot(setup: Setup, flash: FlashSetup): Spot {
  const spot = fromSubject(flash)
  return { ...spot, along: subjectMiddle(setup) + spot.along }
}

/** A light's own figures for a place it is moved to in a view that shows two of its three coordinates. */
export function lightAt(
  setup: Setup,
  flash: FlashSetup,
  to: Partial<Spot>,
): Pick<FlashSetup, 'distance' | 'angle' | 'elevation'> {
  const spot = { ...lightSpot(setup, flash), ...to }
  const x = spot.along - subjectMiddle(setup)
  const flat = Math.hypot(x, spot.across)
  return {
    distance: Math.min(100, Math.max(0.02, Math.hypot(flat, spot.out))),
    angle: flat < 1e-6 ? flash.angle : Math.atan2(spot.across, x),
    elevation: Math.atan2(spot.out, flat),
  }
}

/**
 * Half-angle of the space that fragments and ricochets are counted on to stay in, rad. A sketch for keeping clear, no
 * promise.
 */
const DANGER = 0.2

/**
 * Outline of the danger zone of a projectile: from the muzzle, widening, to what catches it; null for anything else.
 */
export function dangerZone(setup: Setup): { along: number; across: number }[] | null {
  if (!shoots(setup.action.kind)) return null
  const end = Math.max(setup.catch.distance, setup.subject.distance + setup.subject.depth)
  const muzzle = 0.04
  const wide = muzzle + end * Math.tan(DANGER)
  return [
    { along: 0, across: muzzle },
    { along: end, across: wide },
    { along: end, across: -wide },
    { along: 0, across: -muzzle },
  ]
}

/**
 * True path of what flies seen from the side: m out of the line of travel at places along it; empty where the line is
 * the path.
 */
export function sidePath(plan: Plan, extent: readonly [number, number]): [along: number, out: number][] {
  const { setup, drag } = plan
  const { motion, subject } = setup
  const from = Math.max(0, extent[0])
  const to = Math.min(extent[1], Math.max(subject.distance * 1.6, setup.catch.distance, 0.1))
  if (to <= from || (motion.kind !== 'flight' && motion.kind !== 'arc')) return []
  const at = (along: number): number | null => {
    if (motion.kind === 'flight')
      return along === 0 ? 0 : -flight.flightDrop({ distance: along, speed: motion.speed, dragPerMetre: drag })
    const path = natureOf(plan.known).motion
    const time = path.timeAt(along)
    return time === null ? null : (path.riseAt?.(time) ?? 0)
  }
  // The line of travel goes through the subject.
  const through = at(subject.distance) ?? 0
  return Array.from({ length: 61 }, (_, i): [number, number] => {
    const along = from + ((to - from) * i) / 60
    return [along, (at(along) ?? 0) - through]
  })
}

/** Where the replay's object is in the table plan, m along. */
export const objectAt = (plan: Plan, time: number): number => followed(plan.known)(time)
