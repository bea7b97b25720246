import { type LoggedTake, byFeelOf, newSetup, plan, runStateOf, withChanges } from '~~/core'
import { byFeelText } from '~~/shared/texts/byFeel'

/** A stream of numbers from 0 to 1, and from it normal ones: nothing of the core's. */
function draws(seed: number) {
  let state = seed >>> 0
  const next = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state + 0.5) / 4294967296
  }
  return () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next())
}

const byHand = (window: number) =>
  plan(
    withChanges(newSetup('swing'), [
      { path: 'trigger', value: 'hand' },
      { path: 'method', value: 'fast-shutter' },
      { path: 'hand.scatter', value: 0.03 },
      { path: 'moment.window.beforeTime', value: window },
      { path: 'moment.window.afterTime', value: window },
    ]),
  )

/** Somebody aims `lead` before the moment, hits `habit` later than aimed, and varies by `spread`. */
function evening(p: ReturnType<typeof byHand>, habit: number, spread: number, takes: number, seed: number) {
  const normal = draws(seed)
  const planned = -p.timing.leadPlanned!
  return Array.from({ length: takes }, (_, i): LoggedTake => {
    const offset = habit + spread * normal()
    const verdict = offset < -p.keep.before ? 'early' : offset > p.keep.after ? 'late' : 'on'
    return { number: i + 1, delay: planned, planned, verdict, keeper: verdict === 'on', position: null }
  })
}

describe('by hand', () => {
  const p = byHand(0.02)
  const feel = (takes: readonly LoggedTake[]) => byFeelOf(p, takes, runStateOf(p, takes))
  test('somebody who is late is told to press sooner, somebody early later, by about how much it is', () => {
    for (const habit of [0.06, -0.06]) {
      const told = Array.from({ length: 40 }, (_, seed) => feel(evening(p, habit, 0.03, 16, seed + 1))!)
      const right = told.filter(({ advice }) => advice === (habit > 0 ? 'sooner' : 'later')).length
      expect(right).toBeGreaterThanOrEqual(36)
      // Nobody is sent the wrong way.
      expect(told.filter(({ advice }) => advice === (habit > 0 ? 'later' : 'sooner'))).toEqual([])
      const held = told.filter(({ late }) => Math.abs(late!.by - habit) < 2 * late!.error).length
      expect(held).toBeGreaterThanOrEqual(32)
      // Verdicts of one kind alone bound it on one side only: on average it is no farther off than it says.
      const mean = (of: 'by' | 'error'): number => told.reduce((sum, { late }) => sum + late![of], 0) / told.length
      expect(Math.abs(mean('by') - habit)).toBeLessThan(mean('error'))
    }
  })
  test('somebody who is right is hardly ever sent elsewhere', () => {
    const told = Array.from({ length: 40 }, (_, seed) => feel(evening(p, 0, 0.03, 16, seed + 100))!)
    expect(told.filter(({ advice }) => advice === 'sooner' || advice === 'later').length).toBeLessThanOrEqual(6)
  })
  test('the chance goes from the plan’s to what is seen, with takes', () => {
    const all = (verdict: LoggedTake['verdict'], n: number): LoggedTake[] =>
      Array.from({ length: n }, (_, i) => ({
        number: i + 1,
        delay: 0,
        planned: null,
        verdict,
        keeper: false,
        position: null,
      }))
    const few = feel(all('on', 1))!.chance
    const many = feel(all('on', 40))!.chance
    expect(few.mean).toBeGreaterThan(p.keep.firstTake)
    expect(many.mean).toBeGreaterThan(few.mean)
    expect(many.high - many.low).toBeLessThan(few.high - few.low)
    expect(feel(all('late', 40))!.chance.mean).toBeLessThan(p.keep.firstTake)
    // What no verdict was given of is no try.
    expect(feel([...all('on', 2), ...all('misfire', 5), ...all('missed', 5)])!.judged).toBe(2)
    expect(feel(all('misfire', 3))).toBeNull()
  })
})

describe('by burst', () => {
  const p = plan(withChanges(newSetup('pour'), [{ path: 'trigger', value: 'burst' }]))
  const feel = (verdicts: LoggedTake['verdict'][]) =>
    byFeelOf(
      p,
      verdicts.map((verdict, i) => ({
        number: i + 1,
        delay: 0,
        planned: null,
        verdict,
        keeper: false,
        position: null,
      })),
      null,
    )
  test('frames per event are the plan’s; a burst that is off is told which way, one that is not is left alone', () => {
    expect(feel(['on'])!.framesPerEvent).toBe(p.keep.framesPerEvent)
    expect(p.keep.framesPerEvent).toBeGreaterThan(0)
    expect(feel(['early', 'early', 'early', 'on'])!.advice).toBe('later')
    expect(feel(['late', 'late', 'late', 'on'])!.advice).toBe('sooner')
    expect(feel(['late', 'late', 'early', 'early'])!.advice).toBeNull()
    expect(feel(['on', 'on', 'on', 'late'])!.advice).toBe('right')
  })
})

test('a sensor is not felt', () => {
  const p = plan(newSetup('projectile'))
  const take: LoggedTake = { number: 1, delay: 0.018, planned: null, verdict: 'on', keeper: true, position: null }
  expect(byFeelOf(p, [take], runStateOf(p, [take]))).toBeNull()
})

test('what is said names the side and what to do, a little where it is within the spread', () => {
  const shown = {
    time: (s: number) => `${Math.round(s * 1000)} ms`,
    share: (p: number) => `${Math.round(p * 100)} %`,
    number: (n: number) => n.toFixed(1),
  }
  const base = { judged: 6, onTime: 2, chance: { mean: 0.4, low: 0.2, high: 0.6 }, framesPerEvent: null }
  const said = (by: number, advice: 'right' | 'sooner' | 'later' | null) =>
    byFeelText({ ...base, late: { by, error: 0.005, spread: 0.04 }, advice }, shown)
  expect(said(0.02, 'sooner')).toEqual([
    'On time in 2 of 6. The next has a chance of about 40 % (20 % to 60 %).',
    'On average 20 ms late ± 5 ms: press a little sooner. Your presses vary by ± 40 ms.',
  ])
  expect(said(-0.09, 'later')[1]).toMatch(/^On average 90 ms early ± 5 ms: press later\./)
  expect(said(0.001, 'right')[1]).toMatch(/^On average you are right on it/)
  expect(said(0.001, null)[1]).toMatch(/not clear yet/)
  expect(byFeelText({ ...base, late: null, advice: 'later', framesPerEvent: 1.25 }, shown)).toEqual([
    'On time in 2 of 6. The next has a chance of about 40 % (20 % to 60 %).',
    '1.3 frames per event fall into the window on average.',
    'Most bursts come early: start the burst a little later.',
  ])
})
