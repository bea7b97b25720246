import { GRAVITY } from '../../physics/constants'
import { seededRandom } from '../../math/random'
import type { Vector } from '../bodies'
import { BENCH, CREAM, CRUST } from './colours'
import type { SubjectModel } from './model'

/** s over which grains are let go, and m/s with which they leave what they hit. */
const POURED = 0.16
const BOUNCE = 0.9

/** A bun, grains let go one after the other, each where its own fall has brought it, and those that leap off. */
export const grains: SubjectModel = input => {
  const { bodies, plan, stage, path } = input
  const { subject, motion } = plan.setup
  const top = stage.at(subject.distance)[1]
  const [across, tall] = [subject.height / 2, subject.depth]
  const dome = Array.from({ length: 19 }, (_, i): [number, number] => {
    const turn = (i / 18) * (Math.PI / 2)
    return [across * Math.cos(turn) ** 0.7, -tall + tall * Math.sin(turn)]
  })
  bodies.lathe([0, top, 0], [[0, -tall], [across * 0.96, -tall], ...dome], CRUST)
  bodies.disc([0, top - tall - 0.001, 0], [0, 1, 0], 0.6, BENCH)
  const captured = plan.timing.captured ?? 0
  const fallen = plan.timing.impact ?? Infinity
  const random = seededRandom(41)
  for (let i = 0; i < 460; i++) {
    const time = captured - POURED * random.uniform() ** 1.2
    const [x, z] = [0, 1].map(() => (random.uniform() + random.uniform() - 1) * motion.diameter * 9) as [number, number]
    const leap = BOUNCE * (0.3 + 0.7 * random.uniform())
    const lean = (random.uniform() - 0.5) * 1.2
    const size = (motion.diameter / 2) * (0.7 + 0.3 * random.uniform())
    if (time <= 0) continue
    const since = time - fallen
    const height = leap * since - (GRAVITY / 2) * since * since
    if (since > 0 && height < 0) continue
    const at: Vector = since > 0 ? [x + lean * since, top + height, z] : [x, path(time)[1], z]
    const speed: Vector = since > 0 ? [lean, leap - GRAVITY * since, 0] : [0, -GRAVITY * time, 0]
    const grain = (own: Vector): void =>
      bodies.capsule(at, [at[0] + size * 0.5, at[1] + size * 0.6, at[2]], size * 0.6, CREAM, own)
    // Over several pops what still falls goes with what is followed, which has its speed.
    if (plan.sequence && since <= 0) bodies.riders(() => grain([0, 0, 0]))
    else grain(speed)
  }
}
