import {
  EXERCISES,
  type Film,
  type Assessment,
  type Recipe,
  assess,
  dialOf,
  differingSettings,
  exerciseRig,
  exerciseSetup,
  fireRig,
  newSetup,
  pictureOf,
  readingAgreement,
  sceneOf,
  settingsOf,
  withChanges,
  withReading,
} from '~~/core'
import { BENCH, TakeReader, frameOf, readingOf } from '~~/core/lab'
import { readFileSync } from 'node:fs'
import { delivered, filmOf } from '../../support/photo'
import { differences } from '../../support/golden'
import { type GoldenReadings, KEPT_TAKES, takeRead } from '../../support/goldenReadings'
import { Gallery } from '~~/core/lab/take/gallery'
import { shrunk } from '~~/core/lab/take/small'
import { reasonsIn } from '../../support/figures'
import { golden } from '../../support/runs'

/** The picture of a plan as the simulated camera delivers it, with a second light on it where there is one. */
function photo(of: Assessment, again?: Assessment) {
  const film = (one: Assessment): Film => filmOf(sceneOf(one), [192, 128], 2)
  const first = film(of)
  if (again) film(again).sums.forEach((light, i) => (first.sums[i] = first.sums[i]! + light))
  return delivered(first)
}

const exercise = EXERCISES.find(one => one.id === 'cracker-beam')!
const setup = exerciseSetup(exercise)
const planned = assess(setup)
const rig = exerciseRig(exercise, 93)
const reader = new TakeReader(planned)
const fired = (delay: number, number = 1) =>
  fireRig(rig, setup, number, { delay, threshold: 0.3, holdOff: 0.5, armed: true, open: true, sincePop: null })

test('a thing that travels is placed within a few millimetres, and called right', () => {
  const used = dialOf(planned)!.used
  const { before, after } = planned.keep
  let right = 0
  const off: number[] = []
  for (let k = 0; k < 4; k++) {
    const shot = fired(used + (k / 1.5 - 1) * 0.8 * (before + after), k + 1)
    if (shot.past === null || shot.verdict === 'missed') continue
    const reading = reader.read(photo(pictureOf(rig, setup, shot, setup.picture.shutter)))
    off.push(Math.abs(reading.past! - shot.past))
    if (reading.verdict === shot.verdict) right++
    expect(reading.pastError).toBeGreaterThan(0)
    expect(reading.double).toBeNull()
    expect(Math.abs(reading.stops!)).toBeLessThan(0.6)
  }
  expect(off.length).toBeGreaterThanOrEqual(3)
  expect(off.filter(one => one > 0.004)).toEqual([])
  expect(right).toBeGreaterThanOrEqual(off.length - 1)
})

test('a toss is not called: it passes each place twice', () => {
  const toss = exerciseSetup(EXERCISES.find(one => one.id === 'top-apex')!)
  const tossed = assess(toss)
  const reading = new TakeReader(tossed).read(photo(tossed))
  expect(reading).toMatchObject({ verdict: null, sure: 0 })
  expect(reasonsIn(reading.reasons)[0]).toBe(
    'A toss passes each height twice, so one picture cannot show whether it was early or late.',
  )
  expect(reading.stops).toBeCloseTo(0, 0)
})

test('a frame without light is a misfire, and says what to look at', () => {
  const dark = frameOf({ width: 60, height: 40, rgba: new Uint8ClampedArray(60 * 40 * 4) }, { tone: BENCH })
  expect(reader.read(dark)).toMatchObject({ verdict: 'misfire', reasons: [{ say: 'read.blackFrameDidTrigger' }] })
})

test('a second pop is told from a brighter one', () => {
  const shot = fired(dialOf(planned)!.used)
  const first = pictureOf(rig, setup, shot, 1)
  const second = pictureOf(rig, setup, { ...shot, captured: shot.captured! + 0.0012 }, 1)
  const twice = reader.read(photo(first, second))
  expect(twice.double).toBeGreaterThan(0.25)
  expect(reasonsIn(twice.reasons)).toEqual(['Double exposure: set the hold-off longer than the bounce.'])
  const brighter = reader.read(photo({ ...first, exposure: { ...first.exposure, flash: first.exposure.flash! + 1 } }))
  expect(brighter.double).toBeNull()
  expect(brighter.stops).toBeCloseTo(1, 0)
  expect(reasonsIn(brighter.reasons)).toEqual(['Brighter than planned: was a light moved, or its power changed?'])
})

test('a picture of something else is not called', () => {
  const rgba = new Uint8ClampedArray(240 * 160 * 4)
  for (let i = 0; i < rgba.length; i++) rgba[i] = (i * 2654435761) % 3 === 0 ? 220 : (Math.floor(i / 960) * 37) % 255
  const reading = reader.read(frameOf({ width: 240, height: 160, rgba }, { tone: BENCH }))
  expect(reading.verdict).toBeNull()
  expect(reasonsIn(reading.reasons)[0]).toMatch(/^Does not match the plan at any time/)
})

test('what was read is kept with the take and is no setting', () => {
  const settings = settingsOf(setup)
  const read = withReading(settings, { verdict: 'late', sure: 0.9, past: 0.004, stops: 0.1 })
  expect(read).toMatchObject({ 'read.verdict': 'late', 'read.past': 0.004 })
  expect(differingSettings(read, withReading(settings, { verdict: 'on', sure: 1, past: 0, stops: 0 }))).toEqual([])
  expect(
    readingAgreement([
      { verdict: 'late', settings: read },
      { verdict: 'on', settings: read },
      { verdict: 'on', settings },
    ]),
  ).toEqual({ same: 1, of: 2 })
  expect(readingAgreement([{ verdict: 'on', settings: null }])).toBeNull()
})

test('one look is a quick tear seen a little early or a slow one seen far too early: the delay tells which', () => {
  const tearing = assess(exerciseSetup(EXERCISES.find(one => one.id === 'balloon-click')!))
  const moment = tearing.timing.moment!
  // As far torn as the plan has it at 65 % of its time to the moment.
  const look = photo({ ...tearing, timing: { ...tearing.timing, captured: 0.65 * moment } })
  const read = new TakeReader(tearing)
  // A tear so much slower is as far at 65 % of its own time: the light comes that long after the start.
  const at = (slower: number) => {
    read.forget()
    const delay = dialOf(tearing)!.wanted + 0.65 * moment * slower - moment
    return read.read(look, { id: 'a', delay, logged: {} })
  }
  const [quick, slow] = [at(0.8), at(1.8)]
  expect(quick.verdict).toBe('on')
  expect(quick.offset! * 1e3).toBeCloseTo(-0.35 * moment * 0.8 * 1e3, 1)
  expect(slow.verdict).toBe('early')
  expect(slow.offset! * 1e3).toBeCloseTo(-0.35 * moment * 1.8 * 1e3, 1)
  expect(slow.sure).toBeGreaterThan(0.6)
})

test('made smaller a picture keeps its light and where it lies, to fractions of a pixel', () => {
  const [width, height] = [361, 97]
  const level = new Float32Array(width * height)
  // A line two px wide, at 200 to 202 across and all the way down.
  for (let y = 0; y < height; y++) level[y * width + 200] = level[y * width + 201] = 0.5
  const { light } = shrunk(
    { ...frameOf({ width, height, rgba: new Uint8ClampedArray(4 * width * height) }), level },
    192,
    64,
  )
  const total = light.reduce((a, b) => a + b, 0)
  expect(total / (192 * 64)).toBeCloseTo((0.5 * 2) / width, 6)
  const middle = light.reduce((sum, value, i) => sum + value * ((i % 192) + 0.5), 0) / total
  expect(middle * (width / 192)).toBeGreaterThan(200)
  expect(middle * (width / 192)).toBeLessThan(202)
  expect(middle * (width / 192)).toBeCloseTo(201, 0)
  // White that a file cannot hold is white; a row is as bright as any other.
  const burnt = shrunk(
    { ...frameOf({ width: 3, height: 3, rgba: new Uint8ClampedArray(36) }), level: new Float32Array(9).fill(5) },
    2,
    2,
  )
  expect([...burnt.light].map(value => Number(value.toFixed(6)))).toEqual([0.98, 0.98, 0.98, 0.98])
  const rows = Array.from({ length: 64 }, (_, y) => light.slice(y * 192, (y + 1) * 192).reduce((a, b) => a + b, 0))
  expect(Math.max(...rows) - Math.min(...rows)).toBeLessThan(1e-5)
})

test('a course that looks as planned shares the plan’s pictures; one that does not has its own', () => {
  const picturesOf = (recipe: Recipe, faster: number) => {
    const one = assess(newSetup(recipe))
    const gallery = new Gallery(one, { error: faster, spread: 0 }, [-0.06, -0.03, 0, 0.03, 0.06])
    let made = 0
    while (!gallery.prepare()) made++
    expect(made).toBe(faster > 0 ? 24 : 4)
    expect(gallery.ready).toBe(1)
    const courses = new Set(gallery.seen.map(seen => seen.of.speed))
    const offsets = [...courses].map(speed =>
      gallery.seen.flatMap(seen => (seen.of.speed === speed ? seen.offset : [])),
    )
    expect(offsets).toEqual([...courses].map(() => [-0.06, -0.03, 0, 0.03, 0.06]))
    return new Set(gallery.seen.map(seen => seen.small)).size
  }
  // A stream a tenth quicker has filled the glass as far; a handful of chalk is elsewhere.
  expect(picturesOf('pour', 0.1)).toBe(5)
  expect(picturesOf('powder', 0.3)).toBe(25)
  expect(picturesOf('powder', 0)).toBe(5)
})

test('what is ticked off or said beside a set-up makes nothing anew; what is seen does', () => {
  const noted = withChanges(setup, [
    { path: 'notes', value: 'Glass wiped' },
    { path: 'goal.keepers', value: 9 },
    { path: 'tests.black.outcome', value: 'passed' },
  ])
  expect(noted.notes).not.toBe(setup.notes)
  expect(readingOf(noted)).toBe(readingOf(setup))
  for (const path of ['picture.aperture', 'flashes[0].distance', 'motion.speedError', 'delay'])
    expect(readingOf(withChanges(setup, [{ path, value: 0.97 }]))).not.toBe(readingOf(setup))
})

const kept = JSON.parse(readFileSync('tests/golden/readings.json', 'utf8')) as GoldenReadings

golden.each(KEPT_TAKES)('a take of %s, %f half-windows off, reads to the digit what it read', (exercise, off) => {
  expect(differences(takeRead(exercise, off), kept[`${exercise} ${off}`])).toEqual([])
})
