import { seededRandom } from '~~/core/math/random'
import type { Course } from '~~/core/lab/take/courses'
import type { Seen } from '~~/core/lab/take/instants'
import { type Take, Together } from '~~/core/lab/take/together'

const small = { width: 0, height: 0, light: new Float32Array(), roots: new Float32Array() }
const STEP = 0.25e-3
const planned: Course = { speed: 0, later: 0, unfolds: 0 }
const none = { error: 0, spread: 0 }
const seen: Seen[] = Array.from({ length: 49 }, (_, i) => ({ offset: (i - 24) * STEP, past: null, small, of: planned }))
const steps = seen.map(() => STEP)
const expected = { delay: 10e-3, uncertainty: 1e-3, scatter: 0.3e-3, whole: 1.05e-3 }
const flat = seen.map(() => 0)

function told(together: Together, take: Take, others: Take[] = []) {
  const chances = together.chances(take, others)
  const mean = (of: (offset: number) => number): number =>
    chances.reduce((total, chance, i) => total + chance * of(together.states[i]!.offset), 0)
  const offset = mean(x => x)
  return { sum: mean(() => 1), offset, spread: Math.sqrt(mean(x => (x - offset) ** 2)) }
}

test('a picture that tells nothing is where its delay puts it', () => {
  const plain = new Together(seen, steps, expected, none, none)
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
  const plain = new Together(seen, steps, expected, none, none)
  const logged = (between: [number, number]): number =>
    told(plain, { delay: 10e-3, fits: flat, logged: null }, [{ delay: 10e-3, fits: flat, logged: between }]).offset
  expect(logged([-Infinity, -0.5e-3]) * 1e3).toBeLessThan(-0.6)
  expect(logged([0.5e-3, Infinity]) * 1e3).toBeGreaterThan(0.6)
  expect(logged([-0.5e-3, 0.5e-3]) * 1e3).toBeCloseTo(0, 2)
})

test('takes of a run tell each other how slowly things unfold: simulated runs', () => {
  const random = seededRandom(7)
  const unfolding = 0.35
  const reader = new Together(seen, steps, expected, none, { error: unfolding, spread: 0 })
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

test('a delay and a look tell together how slowly it unfolds', () => {
  const random = seededRandom(11)
  const [unfolds, unfolding] = [4e-3, { error: 0.3, spread: 0.1 }]
  const course: Course = { speed: 0, later: 0, unfolds }
  const tight = { delay: 10e-3, uncertainty: 0.1e-3, scatter: 0.05e-3, whole: 1.3e-3 }
  const own = seen.map(one => ({ ...one, of: course }))
  const told = new Together(own, steps, tight, none, unfolding)
  const [off, spreads]: number[][] = [[], []]
  let [within, twice, at] = [0, 0, 0]
  for (let run = 0; run < 150; run++) {
    const slower = Math.exp(random.normal() * unfolding.error)
    const by = random.normal() * tight.uncertainty
    const takes = [10, 12, 9, 11].map(ms => {
      const phase = slower * Math.exp(random.normal() * unfolding.spread)
      // The light comes so long after the start of what unfolds; it looks as the plan's would after this over phase.
      const light = unfolds + ms / 1e3 - tight.delay + by + random.normal() * tight.scatter
      const [truth, looks] = [light - unfolds * phase, light / phase - unfolds]
      const fits = own.map(({ offset }) => -0.5 * ((offset - looks) / 0.3e-3) ** 2)
      return { truth, take: { delay: ms / 1e3, fits, logged: null } }
    })
    const last = takes.pop()!
    const chances = told.chances(
      last.take,
      takes.map(({ take }) => take),
    )
    const middle = chances.reduce((all, chance, i) => all + chance * told.states[i]!.offset, 0)
    const squared = (i: number): number => (told.states[i]!.offset - middle) ** 2
    const spread = Math.sqrt(chances.reduce((all, chance, i) => all + chance * squared(i), 0))
    off!.push(middle - last.truth)
    spreads!.push(spread)
    if (Math.abs(middle - last.truth) < spread) within++
    if (Math.abs(middle - last.truth) < 2 * spread) twice++
    at++
  }
  const mean = (values: readonly number[] = []): number => values.reduce((a, b) => a + b, 0) / values.length
  const rms = Math.sqrt(mean(off!.map(one => one * one)))
  // As far off as the noise of one look leaves the phase, not as the spread of what unfolds.
  expect(rms * 1e3).toBeLessThan(0.36)
  // What may have gone astray counts in the error, and nothing does here: it holds the truth rather too often.
  expect(within / at).toBeGreaterThan(0.75)
  expect(twice / at).toBeGreaterThan(0.95)
  expect(mean(spreads) * 1e3).toBeLessThan(0.36)
})

test('of two courses that look alike the one whose delay fits is the likelier', () => {
  const fast: Course = { speed: 0.2, later: -2e-3, unfolds: 0 }
  const both = [...seen, ...seen.map(one => ({ ...one, of: fast }))]
  const told = new Together(both, [...steps, ...steps], expected, { error: 0.2, spread: 0.02 }, none)
  const fits = both.map(({ offset }) => -0.5 * (offset / 0.1e-3) ** 2)
  const share = (delay: number | null): number =>
    told
      .chances({ delay, fits, logged: null }, [])
      .slice(seen.length)
      .reduce((a, b) => a + b, 0)
  // The faster one is less likely beforehand by exp(-1/2), and on the moment 2 ms sooner.
  expect(share(8e-3)).toBeGreaterThan(0.7)
  expect(share(10e-3)).toBeLessThan(0.2)
  expect(share(null)).toBeCloseTo(Math.exp(-0.5) / (1 + Math.exp(-0.5)), 3)
})
