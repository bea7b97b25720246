import {
  EXERCISES,
  assess,
  dialOf,
  exerciseRig,
  exerciseSetup,
  fireRig,
  pictureOf,
  sceneOf,
  withChanges,
} from '~~/core'
import { type Frame, TakeReader } from '~~/core/lab'
import { delivered, filmOf } from '../../support/photo'
import { placedCloser } from '~~/core/lab/take/placed'
import { type TakeReading, reasonsOf } from '~~/core/lab/take/reading'
import { Plain, Spots } from '~~/core/lab/take/spots'
import { smallOf } from '~~/core/lab/take/small'
import { streakedOf } from '~~/core/lab/take/streaked'
import { reasonsIn } from '../../support/figures'

const exercise = EXERCISES.find(one => one.id === 'cracker-beam')!
const setup = exerciseSetup(exercise)
const planned = assess(setup)
const rig = exerciseRig(exercise, 31)

/** A take of the bench as its camera gives it, so many times as bright as planned; and where the ball was. */
function taken(delay: number, brighter = 1, passes = 1): { frame: Frame; past: number } {
  const live = withChanges(
    setup,
    setup.flashes.map(({ power }, i) => ({ path: `flashes[${i}].power`, value: power * brighter })),
  )
  const shot = fireRig(rig, live, 1, { delay, threshold: 0.3, holdOff: 0.5, armed: true, open: true, sincePop: null })
  const film = filmOf(sceneOf(pictureOf(rig, live, shot, live.picture.shutter)), [768, 512], passes)
  return { frame: delivered(film), past: shot.past! }
}
const used = dialOf(planned)!.used
const asPlanned = taken(used)
const metres = (offset: number): number => offset * planned.alongSpeed

test('what a small picture places to some millimetres the frame places to a fraction of one', () => {
  const { frame, past } = asPlanned
  for (const beside of [-0.004, 0.003]) {
    const first = { offset: (past + beside) / planned.alongSpeed, error: 0.004 / planned.alongSpeed }
    const { offset, error } = placedCloser(frame, planned, first, 1)
    expect(Math.abs(metres(offset) - past)).toBeLessThan(0.0008)
    expect(metres(error)).toBeGreaterThan(0.0001)
    expect(metres(error)).toBeLessThan(0.0012)
  }
})

test('where it lies beyond what is looked at, nothing is claimed', () => {
  const { frame, past } = asPlanned
  const first = { offset: (past + 0.02) / planned.alongSpeed, error: 0.002 / planned.alongSpeed }
  expect(placedCloser(frame, planned, first, 1)).toEqual(first)
})

test('what would keep people waiting is not looked at closer', () => {
  const { frame, past } = asPlanned
  const first = { offset: past / planned.alongSpeed, error: 0.02 / planned.alongSpeed }
  expect(placedCloser(frame, planned, first, 1)).toEqual(first)
})

test('a streak is as planned at the power planned, and longer at four times of it', () => {
  const streak = ({ frame, past }: typeof asPlanned, gain: number) =>
    streakedOf(frame, planned, past / planned.alongSpeed, gain)!
  const as = streak(asPlanned, 1)
  expect(as.times).toBeGreaterThan(0.7)
  expect(as.times).toBeLessThan(1.3)
  // The flash's table has about three times the duration there; the light is four times as much.
  const longer = streak(taken(used, 4, 4), 4)
  expect(longer.times).toBeGreaterThan(1.7)
  expect(longer.times).toBeLessThan(4)
  expect(longer.error).toBeLessThan(1)
  // What is too coarse to show it is asked nothing.
  const { frame, past } = asPlanned
  const coarse = { ...frame, width: 24, height: 16, level: frame.level.slice(0, 24 * 16) }
  expect(streakedOf(coarse, planned, past / planned.alongSpeed, 1)).toBeNull()
})

test('a reading takes the frame’s word for the place, and calls the take by it', () => {
  const reader = new TakeReader(planned)
  const { frame, past } = asPlanned
  const reading = reader.read(frame)
  expect(Math.abs(reading.past! - past)).toBeLessThan(0.0008)
  expect(reading.pastError).toBeLessThan(0.0012)
  expect(reading.offset).toBeCloseTo(past / planned.alongSpeed, 4)
  expect(reading.verdict).toBe(
    reading.offset! < -planned.keep.before ? 'early' : reading.offset! > planned.keep.after ? 'late' : 'on',
  )
  expect(reading.streak).toBeGreaterThan(0.6)
  expect(reading.streak).toBeLessThan(1.5)
  expect(reading.reasons).toEqual([])
})

describe('what a reading makes think of', () => {
  const read: Omit<TakeReading, 'reasons'> = {
    verdict: 'on',
    sure: 0.9,
    offset: 0,
    offsetError: 1e-5,
    past: 0,
    pastError: 1e-3,
    stops: 0,
    double: null,
    streak: null,
    streakError: null,
    unlike: 0,
  }
  const told = (part: Partial<typeof read>) => reasonsIn(reasonsOf('flight', { ...read, ...part }))
  test('a streak that is surely longer than planned', () => {
    expect(told({ streak: 2.1, streakError: 0.3 })).toEqual(['Streak {times} × the plan: is the power as planned?'])
    // Twice its error, as a share, is ln 2.1 = 0.742.
    expect(told({ streak: 2.1, streakError: 0.77 })).toHaveLength(1)
    expect(told({ streak: 2.1, streakError: 0.79 })).toEqual([])
    expect(told({ streak: 1.41, streakError: 0.01 })).toHaveLength(1)
    expect(told({ streak: 1.39, streakError: 0.01 })).toEqual([])
    expect(told({ streak: 0.4, streakError: 0.01 })).toEqual([])
  })
  test('light, a second pop, a toss, another picture', () => {
    expect(told({})).toEqual([])
    expect(told({ stops: 0.6 })).toEqual(['Brighter than planned: was a light moved, or its power changed?'])
    expect(told({ stops: -0.6 })).toEqual(['Darker than planned: did every light fire, at the power planned?'])
    expect(told({ stops: 0.6, double: 0.4 })).toEqual(['Double exposure: set the hold-off longer than the bounce.'])
    expect(told({ unlike: 0.95 })[0]).toMatch(/^Does not match the plan/)
    expect(reasonsIn(reasonsOf('toss', read))[0]).toMatch(/^A toss passes each height twice/)
  })
})

describe('spots that stay', () => {
  const [width, height] = [384, 256]
  /** A grey picture with spots of so much of its light. */
  const frame = (spots: readonly [x: number, y: number, share: number][], noise: number): Frame => ({
    width,
    height,
    factor: 1,
    exposure: { shutter: null, aperture: null, iso: null },
    tone: 'sRGB',
    level: Float32Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [i % width, Math.floor(i / width)]
      const grain = 1 + 0.01 * Math.sin(i * 12.9898 + noise * 78.233) * Math.cos(i * 4.1414 + noise)
      const inside = spots.find(([sx, sy]) => Math.hypot(x - sx, y - sy) < 5)
      return 0.2 * grain * (inside ? inside[2] : 1)
    }),
  })
  /** The plan: even, but for a part of the left half that changes from instant to instant. */
  const instant = (k: number) =>
    smallOf(
      96,
      64,
      Float32Array.from({ length: 96 * 64 }, (_, i) => (i % 96 < 40 && k % 2 === 1 ? 0.5 : 0.2)),
    )
  const spotsOfPlan = () => new Spots(new Plain([0, 1, 2, 3].map(instant)))

  test('one at the same place in three takes is told with where it is, once', () => {
    const spots = spotsOfPlan()
    const drop: [number, number, number] = [300, 40, 0.4]
    expect(spots.look('1', frame([drop], 1))).toEqual([])
    expect(spots.look('2', frame([drop], 2))).toEqual([])
    const [found, ...more] = spots.look('3', frame([drop], 3))
    expect(more).toEqual([])
    expect(found!.x * width).toBeCloseTo(300.5, 0)
    expect(found!.y * height).toBeCloseTo(40.5, 0)
    expect(found!.contrast).toBeLessThan(-0.2)
    expect(spots.look('4', frame([drop], 4))).toEqual([])
    spots.forget()
    expect(spots.look('5', frame([drop], 5))).toEqual([])
  })
  test('the same take looked at again is no other take', () => {
    const spots = spotsOfPlan()
    for (const k of [1, 2, 3, 4]) expect(spots.look('1', frame([[300, 40, 0.4]], k))).toEqual([])
  })
  test('one that moves, one that is faint, one where things happen, and a row of them are not', () => {
    const looked = (at: (k: number) => [number, number, number][]) => {
      const spots = spotsOfPlan()
      return [1, 2, 3].flatMap(k => spots.look(String(k), frame(at(k), k)))
    }
    expect(looked(() => [[300, 40, 0.4]])).toHaveLength(1)
    expect(looked(k => [[280 + 20 * k, 40, 0.4]])).toEqual([])
    expect(looked(() => [[300, 40, 0.93]])).toEqual([])
    expect(looked(() => [[80, 40, 0.4]])).toEqual([])
    expect(looked(() => [200, 235, 270, 305, 340].map(x => [x, 40, 0.4]))).toEqual([])
  })
})
