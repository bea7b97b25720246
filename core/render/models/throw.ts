import { seededRandom } from '../../math/random'
import type { Bodies, Vector } from '../bodies'
import { BENCH, BRUSHED, TEA } from './colours'
import { type SubjectModel, sinceImpact } from './model'
import { bust } from './people'

/** A steel jug by its foot. */
function jug(bodies: Bodies, foot: Vector, radius: number, tall: number): void {
  bodies.lathe(
    foot,
    [
      [0, 0],
      [radius, 0],
      [radius, tall * 0.7],
      [radius * 0.62, tall * 0.86],
      [radius * 0.74, tall],
    ],
    BRUSHED,
  )
}

/** A steel jug, or somebody, and liquid thrown that opens into a sheet. */
export const thrown: SubjectModel = input => {
  const { bodies, plan, stage, path } = input
  const { subject, motion } = plan.setup
  const radius = subject.depth / 2
  const face = stage.at(subject.distance + radius)
  const foot = -subject.height / 2
  if (subject.person) bust(bodies, [face[0], foot, face[2]], subject.height)
  else jug(bodies, [face[0], foot, face[2]], radius, subject.height)
  bodies.disc([face[0], foot - 0.001, face[2]], [0, 1, 0], 0.8, BENCH)
  const since = sinceImpact(input)
  const captured = plan.timing.captured ?? 0
  const lead = path(captured)
  const before = path(captured - 2e-4)
  const way: Vector = [(lead[0] - before[0]) / 2e-4, (lead[1] - before[1]) / 2e-4, 0]
  const open = Math.max(0, since) * motion.speed * 0.6
  const random = seededRandom(21)
  // Over several pops the whole sheet goes with what is followed, which has its speed.
  const follows = plan.sequence !== null
  const drops = (): void => {
    for (let i = 0; i < 520; i++) {
      const back = random.uniform() ** 1.4 * motion.objectLength
      const turn = 2 * Math.PI * random.uniform()
      const fan = Math.sqrt(random.uniform()) * (motion.diameter / 2 + open)
      const forward = since > 0 ? random.uniform() ** 3 * open * 0.5 - radius * 0.2 : 0
      const at: Vector = [
        lead[0] - back + forward,
        lead[1] + fan * Math.cos(turn) - back * 0.15,
        lead[2] + fan * Math.sin(turn) * 0.7,
      ]
      const carried = follows ? 0 : 1
      const speed: Vector = [way[0] * carried, way[1] * carried + fan * 8 * Math.cos(turn), fan * 8 * Math.sin(turn)]
      const size = 0.001 + random.uniform() ** 3 * 0.006
      bodies.capsule(at, [at[0] - size * 1.5, at[1], at[2]], size, TEA, speed)
    }
  }
  if (follows) bodies.riders(drops)
  else drops()
}
