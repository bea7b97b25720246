import { GRAVITY } from '../../physics/constants'
import type { Vector } from '../bodies'
import { GLASS } from '../material'
import { BENCH, MILK, STEEL } from './colours'
import { type SubjectModel, type ModelInput, objectMiddle, sinceImpact } from './model'

/** A crown's size from the time since the impact, m: it opens as the root of time, rises, and falls under gravity. */
function crownOf(diameter: number, since: number): { radius: number; height: number; leans: number } {
  const rising = 0.9 * since - (GRAVITY * since * since) / 2
  return {
    radius: Math.min(3 * diameter, diameter * 0.6 + Math.sqrt(since * diameter) * 0.9),
    height: Math.max(0, Math.min(2.2 * diameter, rising)),
    leans: Math.min(diameter, since * 0.25),
  }
}

/** Wall, points and drops of a crown; once it has sunk, the jet that rises from its middle. */
function crown({ bodies }: ModelInput, diameter: number, surface: number, since: number): void {
  const { radius, height, leans } = crownOf(diameter, since)
  if (height > diameter * 0.08) {
    const rim = radius + leans * 0.7
    bodies.cone([0, surface, 0], [0, surface + height * 0.55, 0], radius * 1.08, radius, MILK)
    bodies.cone([0, surface + height * 0.55, 0], [0, surface + height, 0], radius, rim, MILK)
    const points = 18
    for (let i = 0; i < points; i++) {
      const turn = (2 * Math.PI * (i + 0.3 * Math.sin(7 * i))) / points
      const long = height * (0.16 + 0.26 * (0.5 + 0.5 * Math.sin(i * 2.4)))
      const [c, s] = [Math.cos(turn), Math.sin(turn)]
      const at = (out: number, up: number): Vector => [(rim + out) * c, surface + height + up, (rim + out) * s]
      const speed: Vector = [0.25 * c, 0.9 - GRAVITY * since, 0.25 * s]
      bodies.capsule(at(0, -diameter * 0.04), at(leans * 0.3, long), diameter * 0.05, MILK)
      bodies.sphere(at(leans * 0.3, long), diameter * 0.085, MILK, speed)
      if (i % 3 === 0) bodies.sphere(at(leans * 0.7, long * 1.9), diameter * 0.06, MILK, speed)
    }
    bodies.disc([0, surface - diameter * 0.2, 0], [0, 1, 0], radius, MILK)
    return
  }
  // The jet: thin, highest some tenth of a second after the impact.
  const jet = Math.max(0, Math.min(6 * diameter, (since - 0.03) * 0.8 - 6 * (since - 0.03) ** 2))
  if (jet <= 0) return
  bodies.cone([0, surface, 0], [0, surface + jet * 0.25, 0], diameter * 0.7, diameter * 0.32, MILK)
  bodies.cone([0, surface + jet * 0.25, 0], [0, surface + jet, 0], diameter * 0.32, diameter * 0.22, MILK)
  bodies.sphere([0, surface + jet, 0], diameter * 0.3, MILK)
  bodies.sphere([0, surface + jet * 1.35, 0], diameter * 0.26, MILK)
}

/** A ring with its keys, for a fall in several pops. */
function keys(input: ModelInput): void {
  const { bodies, plan } = input
  const size = plan.setup.motion.objectLength / 2
  const [x, y, z] = objectMiddle(input)
  bodies.riders(() => {
    const links = 14
    for (let i = 0; i < links; i++) {
      const [a, b] = [i, i + 1].map(k => (2 * Math.PI * k) / links) as [number, number]
      const on = (turn: number): Vector => [
        x + 0.45 * size * Math.cos(turn),
        y + 0.5 * size + 0.45 * size * Math.sin(turn),
        z,
      ]
      bodies.capsule(on(a), on(b), size * 0.06, STEEL)
    }
    bodies.box([x - 0.16 * size, y - 0.45 * size, z], [0.11 * size, 0.5 * size, 0.03 * size], STEEL)
    bodies.box([x + 0.2 * size, y - 0.4 * size, z + 0.05 * size], [0.11 * size, 0.45 * size, 0.03 * size], STEEL)
  })
}

/** A drop on its way, the dish it falls into, and its crown. */
export const drop: SubjectModel = input => {
  const { bodies, plan, stage } = input
  const { subject, motion } = plan.setup
  if (plan.sequence) {
    keys(input)
    return
  }
  const surface = stage.at(subject.distance)[1]
  const rim = subject.height * 0.8
  const since = sinceImpact(input)
  bodies.lathe(
    [0, surface - subject.depth, 0],
    [
      [0, 0],
      [rim, 0],
      [rim * 1.02, subject.depth * 1.1],
    ],
    GLASS,
  )
  bodies.cone([0, surface - subject.depth + 0.001, 0], [0, surface, 0], rim * 0.97, rim * 0.97, MILK)
  bodies.disc([0, surface, 0], [0, 1, 0], rim, MILK, since > 0 ? crownOf(motion.diameter, since).radius * 0.98 : 0)
  bodies.disc([0, surface - subject.depth - 0.001, 0], [0, 1, 0], 0.6, BENCH)
  if (since > 0) crown(input, motion.diameter, surface, since)
  else {
    const middle = objectMiddle(input)
    bodies.riders(() => bodies.sphere(middle, motion.diameter / 2, MILK))
  }
}
