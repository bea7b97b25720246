import { seededRandom } from '../../math/random'
import type { Vector } from '../bodies'
import { BENCH, CHALK, CONFETTI, RUBBER, STEEL, WATER } from './colours'
import type { SubjectModel, ModelInput } from './model'

/** A direction even over the sphere. */
function anyDirection(random: () => number): Vector {
  const z = 2 * random() - 1
  const flat = Math.sqrt(1 - z * z)
  const turn = 2 * Math.PI * random()
  return [flat * Math.cos(turn), flat * Math.sin(turn), z]
}

/** What it held, standing where it stood and beginning to fall and spread. */
function contents({ bodies, plan }: ModelInput, radius: number): void {
  const { filling } = plan.setup.subject
  const time = Math.max(0, plan.timing.captured ?? 0)
  const sunk = 4.9 * time * time
  const random = seededRandom(9)
  const draw = (): number => random.uniform()
  if (filling === 'liquid') {
    bodies.sphere([0, -sunk, 0], radius * 0.965, WATER, [0, -9.8 * time, 0])
    for (let i = 0; i < 160; i++) {
      const [x, y, z] = anyDirection(draw)
      const out = radius * (0.97 + 0.25 * draw() * Math.min(1, time / 0.004))
      bodies.sphere([x * out, y * out - sunk, z * out], 0.0003 + 0.0012 * draw() ** 3, WATER, [x * 4, y * 4, z * 4])
    }
    return
  }
  if (filling === 'air') return
  const spread = 1 + 0.6 * time
  for (let i = 0; i < (filling === 'powder' ? 1500 : 520); i++) {
    const [x, y, z] = anyDirection(draw)
    const r = radius * 0.93 * Math.cbrt(draw()) * spread
    const at: Vector = [x * r, y * r - sunk, z * r]
    if (filling === 'powder') bodies.sphere(at, 0.0006 + 0.0016 * draw() ** 2, CHALK)
    else bodies.disc(at, anyDirection(draw), 0.003, CONFETTI[i % CONFETTI.length]!)
  }
}

/** A skin drawn back from the pin round what it held, by the share of the tear that is done. */
export const balloon: SubjectModel = input => {
  const { bodies, plan } = input
  const { subject } = plan.setup
  const radius = subject.depth / 2
  const whole = (Math.PI * subject.height) / (2 * subject.crackSpeed)
  const torn = Math.max(0, Math.min(1, (plan.timing.captured ?? 0) / whole))
  const pin: Vector = [-1, 0, 0]
  contents(input, radius)
  bodies.capsule([0, radius * 1.02, 0], [0, radius + 1, 0], 0.0006, BENCH)
  bodies.capsule([-radius - 0.12, 0, 0], [-radius + (torn > 0 ? 0.004 : 0), 0, 0], 0.0006, STEEL)
  if (torn >= 1) return
  const open = Math.PI * torn
  bodies.shell([0, 0, 0], radius, pin, open, RUBBER)
  if (open < 1.4) bodies.cone([0, radius * 0.985, 0], [0, radius * 1.1, 0], radius * 0.09, radius * 0.03, RUBBER)
  if (torn === 0) return
  // The rolled-up edge of the tear, running round.
  const [x, ring] = [-radius * Math.cos(open), radius * Math.sin(open)]
  const thick = radius * (0.008 + 0.03 * torn)
  for (let i = 0; i < 72; i++) {
    const turn = (2 * Math.PI * i) / 72
    const ragged = 1 + 0.02 * Math.sin(5 * turn) * Math.sin(13 * turn + 1)
    const at: Vector = [x, ring * ragged * Math.cos(turn), ring * ragged * Math.sin(turn)]
    const speed = subject.crackSpeed
    const way: Vector = [
      Math.sin(open) * speed,
      Math.cos(open) * Math.cos(turn) * speed,
      Math.cos(open) * Math.sin(turn) * speed,
    ]
    bodies.sphere(at, thick, RUBBER, way)
  }
}
