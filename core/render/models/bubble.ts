import type { Vector } from '../bodies'
import { GLASS } from '../material'
import { BENCH, STEEL, WATER } from './colours'
import type { SubjectModel } from './model'

/** A film drawn back from the pin by the share of the tear that is done, its edge thick with what it has gathered. */
export const bubble: SubjectModel = ({ bodies, plan }) => {
  const { subject } = plan.setup
  const radius = subject.depth / 2
  const whole = (Math.PI * subject.height) / (2 * subject.crackSpeed)
  const torn = Math.max(0, Math.min(1, (plan.timing.captured ?? 0) / whole))
  bodies.capsule([0, -radius * 1.02, 0], [0, -radius - 1, 0], 0.002, BENCH)
  bodies.disc([0, -radius * 0.985, 0], [0, 1, 0], radius * 0.25, BENCH)
  bodies.capsule([-radius - 0.1, 0, 0], [-radius + (torn > 0 ? 0.002 : 0), 0, 0], 0.0004, STEEL)
  if (torn >= 1) return
  const open = Math.PI * torn
  bodies.shell([0, 0, 0], radius, [-1, 0, 0], open, GLASS)
  if (torn === 0) return
  const [x, ring] = [-radius * Math.cos(open), radius * Math.sin(open)]
  const thick = radius * (0.006 + 0.03 * Math.sqrt(torn))
  const speed = subject.crackSpeed
  for (let i = 0; i < 96; i++) {
    const turn = (2 * Math.PI * i) / 96
    const finger = 1 + 0.03 * Math.sin(7 * turn) * Math.sin(11 * turn + 2)
    const velocity: Vector = [
      Math.sin(open) * speed,
      Math.cos(open) * Math.cos(turn) * speed,
      Math.cos(open) * Math.sin(turn) * speed,
    ]
    bodies.sphere([x, ring * finger * Math.cos(turn), ring * finger * Math.sin(turn)], thick, WATER, velocity)
    // What the edge throws off stays behind it, outside the sphere it ran over.
    if (i % 3 === 0) {
      const back = open * (0.4 + 0.5 * Math.abs(Math.sin(5 * turn)))
      const [bx, br] = [-radius * 1.08 * Math.cos(back), radius * 1.08 * Math.sin(back)]
      bodies.sphere([bx, br * Math.cos(turn), br * Math.sin(turn)], thick * 0.4, WATER, velocity)
    }
  }
}
