import { seededRandom } from '~~/core/math/random'
import type { Seen } from '~~/core/lab/take/instants'
import { type Take, Together } from '~~/core/lab/take/together'

const small = { width: 0, height: 0, light: new Float32Array(), roots: new Float32Array() }
const STEP = 0.25e-3
const seen: Seen[] = Array.from({ length: 49 }, (_, i) => ({
  offset: (i - 24) * STEP,
  past: null,
  small,
  of: 0,
  likely: 1,
}))
const steps = seen.map(() => STEP)
const expected = { delay: 10e-3, uncertainty: 1e-3, scatter: 0.3e-3 }
const flat = seen.map(() => 0)

function told(together: Together, take: Take, others: Take[] = []) {
  const chances = together.chances(take, others)
  const mean = (of: (offset: number) => number): number =>
    chances.reduce((total, chance, i) => total + chance * of(together.states[i]!.offset), 0)
  const offset = mean(x => x)
  return { sum: mean(() => 1), offset, spread: Math.sqrt(mean(x => (x - offset) ** 2)) }
}

test('a picture that tells nothing is where its delay puts it', () => {
  const plain = new Together(seen, steps, expected, 0)
  const { sum, offset, spread } = told(plain, { delay: 11.5e-3, fits: flat, logged: null })
  expect(sum).toBeCloseTo(1, 9)
  // A take that is astray is as likely on either side.
  expect(offset * 1e3).toBeGreaterThan(1.4)
  expect(offset * 1e3).toBeLessThan(1.5)
  // Most by how far the plan may be off, then by scatter, then a take that is astray.
  expect(spread * 1e3).toBeGreaterThan(Math.hypot(1, 0.3))
  expect(spread * 1e3).toBeLessThan(1.6)
})

test('what the log says of one take moves the others the same way', () => {
  const plain = new Together(seen, steps, expected, 0)
  const logged = (between: [number, number]): number =>
    told(plain, { delay: 10e-3, fits: flat, logged: null }, [{ delay: 10e-3, fits: flat, logged: between }]).offset
  expect(logged([-Infinity, -0.5e-3]) * 1e3).toBeLessThan(-0.6)
  expect(logged([0.5e-3, Infinity]) * 1e3).toBeGreaterThan(0.6)
  expect(logged([-0.5e-3, 0.5e-3]) * 1e3).toBeCloseTo(0, 2)
})

test('takes of a run tell each other how slowly things unfold: simulated runs', () => {
  const random = seededRandom(7)
  const unfolding = 0.35
  const reader = new Together(seen, steps, expected, unfolding)
  const blur = 0.15e-3
  const off = { alone: [] as number[], beside: [] as number[] }
  let [within, twice] = [0, 0]
  const runs = 120
  for (let run = 0; run < runs; run++) {
    const bias = random.normal() * expected.uncertainty
    const slower = Math.exp(random.normal() * unfolding)
    const takes = [9, 11, 10, 12, 8, 10.5].map(ms => {
      const truth = ms / 1e3 - expected.delay + bias + random.normal() * expected.scatter
      const looks = truth / slower + random.normal() * blur
      const fits = seen.map(({ offset }) => -0.5 * ((offset - looks) / blur) ** 2)
      return { truth, take: { delay: ms / 1e3, fits, logged: null } }
    })
    const last = takes.pop()!
    const alone = told(reader, last.take)
    const beside = told(
      reader,
      last.take,
      takes.map(({ take }) => take),
    )
    off.alone.push(alone.offset - last.truth)
    off.beside.push(beside.offset - last.truth)
    if (Math.abs(beside.offset - last.truth) < beside.spread) within++
    if (Math.abs(beside.offset - last.truth) < 2 * beside.spread) twice++
  }
  const rms = (values: number[]): number => Math.sqrt(values.reduce((a, b) => a + b * b, 0) / values.length)
  expect(rms(off.beside)).toBeLessThan(0.75 * rms(off.alone))
  expect(within / runs).toBeGreaterThan(0.58)
  expect(within / runs).toBeLessThan(0.82)
  expect(twice / runs).toBeGreaterThan(0.9)
})
