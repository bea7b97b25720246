import { seededRandom } from '../../math/random'
import type { Vector } from '../bodies'
import { CHALK, CLOTH, SKIN } from './colours'
import type { SubjectModel } from './model'
import { hand } from './people'

/** Two hands that have met, and the cloud they drive out between them. */
export const powder: SubjectModel = input => {
  const { bodies, plan, stage, path } = input
  const captured = plan.timing.captured ?? 0
  const middle = stage.at(0)
  const radius = Math.max(0.01, Math.abs(path(captured)[0] - middle[0]))
  // After the clap hands spring a little apart.
  const gap = 0.03 + Math.min(0.05, captured * 0.4)
  const size = 0.19
  for (const side of [-1, 1]) {
    const wrist: Vector = [middle[0] + side * (gap + 0.015), middle[1] - 0.13, 0]
    bodies.capsule([wrist[0] + side * 0.16, wrist[1] - 0.26, -0.06], wrist, 0.029, SKIN)
    bodies.capsule(
      [wrist[0] + side * 0.3, wrist[1] - 0.46, -0.12],
      [wrist[0] + side * 0.1, wrist[1] - 0.2, -0.05],
      0.045,
      CLOTH,
    )
    hand(bodies, wrist, [side * 0.1, 1, 0], size, -side)
  }
  const random = seededRandom(31)
  const speed = Math.max(0.5, plan.objectSpeed)
  for (let i = 0; i < 5200; i++) {
    const turn = 2 * Math.PI * random.uniform()
    const z = 2 * random.uniform() - 1
    // Puffs: the cloud's edge bulges unevenly, widest in the plane between the palms.
    const edge = 0.84 + 0.1 * Math.sin(3 * turn + 1) + 0.05 * Math.sin(7 * turn + 4 * z) + 0.04 * Math.sin(12 * turn)
    const share = 0.12 + 0.88 * random.uniform() ** 0.45
    const r = radius * edge * share * Math.sqrt(1 - z * z * 0.5)
    const place: Vector = [
      middle[0] + r * Math.cos(turn),
      middle[1] + 0.85 * r * Math.sin(turn),
      0.7 * radius * share * z,
    ]
    const away = speed * share
    bodies.sphere(place, 0.0004 + random.uniform() ** 9 * 0.005, CHALK, [
      away * Math.cos(turn),
      away * Math.sin(turn),
      away * z,
    ])
  }
}
