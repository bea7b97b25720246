import { significant } from '../math/significant'
import { solveNear } from '../math/solve'
import { depthOfField } from '../physics/optics'
import { focusedDistance } from '../setup/focus'
import { type Change, withChange, withinLimits } from '../setup/paths'
import type { Outcome, Setup } from '../setup/types'
import { type Assessment, assess, exposureLevel } from '../plan/assess'
import { momentAt } from '../plan/moving'
import { sensorOf } from '../sensors/all'
import { peakAtSensor } from '../sensors/sound'
import { natureOf } from '../take/nature'
import { type Figures, aperture, count, iso, length, share, shutter, speed, stops, time } from '../plan/findings/types'

/** Every check before the first take, and what it reads of a plan. */
export const CHECKS = ['black', 'exposure', 'focus', 'sensor', 'control'] as const
/** A check by name. */
export type CheckId = (typeof CHECKS)[number]

/** What an outcome says, and what may be changed because of it. */
export interface CheckMeaning {
  text: string
  figures: Figures
  /** Empty where it changes nothing by itself. */
  changes: Change[]
}

/** A test before the first take: one question, a predicted answer, a place for the outcome. */
export interface Check {
  id: CheckId
  title: string
  how: string
  predicted: string
  figures: Figures
  outcome: Outcome
  /** Null while nothing was noted. */
  meaning: CheckMeaning | null
}

/** Outcomes nearer than this to the prediction agree with it, stops. */
const SAME_STOPS = 0.34

const say = (text: string, figures: Figures = {}, changes: Change[] = []): CheckMeaning => ({
  text,
  figures,
  changes: changes.every(withinLimits) ? changes : [],
})

function black({ setup, exposure }: Assessment): Check {
  const { picture, tests } = setup
  const { stops: seen, outcome } = tests.black
  let meaning: CheckMeaning | null = null
  if (seen !== null) {
    const error = seen - exposure.ambient
    const ev100 = significant(Math.round((picture.ambientEv + error) * 10) / 10)
    meaning =
      Math.abs(error) < SAME_STOPS
        ? say('As predicted: the light that is always on is {ev}.', {
            ev: { value: picture.ambientEv, quantity: 'ev' },
          })
        : say(
            'The room light is {real}, not {ev}: {off} from the assumption.',
            {
              real: { value: ev100, quantity: 'ev' },
              ev: { value: picture.ambientEv, quantity: 'ev' },
              off: stops(error),
            },
            [{ path: 'picture.ambientEv', value: ev100 }],
          )
  } else if (outcome === 'differs')
    meaning = say(
      'Not black: read from the histogram or a grey card how far below correct the room is; the room light ' +
        'follows from that. Until then look for lamps, screens, a window, indicator lights.',
    )
  return {
    id: 'black',
    title: 'Black frame',
    outcome,
    meaning,
    how: 'Flash off, room lights as for the take: {shutter} at {aperture}, {iso}.',
    predicted: exposure.black ? 'Black: the room is at {ambient}.' : 'Not black: room light at {ambient}.',
    figures: {
      shutter: shutter(picture.shutter),
      aperture: aperture(picture.aperture),
      iso: iso(picture.iso),
      ambient: stops(exposure.ambient),
    },
  }
}

function exposureCheck(a: Assessment): Check {
  const { setup, exposure } = a
  const { stops: seen, outcome } = setup.tests.exposure
  const fast = setup.method === 'fast-shutter'
  const level = exposureLevel(a)
  let meaning: CheckMeaning | null = null
  if (seen !== null && level !== null) {
    const error = seen - level
    const ev100 = significant(Math.round((setup.picture.ambientEv + error) * 10) / 10)
    if (Math.abs(error) < SAME_STOPS)
      meaning = say(fast ? 'As predicted: the light is as assumed.' : 'As predicted: the guide numbers hold.')
    else if (exposure.flash === null) {
      meaning = say(
        'The light is {real}, not {ev}: {off} from what was assumed.',
        {
          real: { value: ev100, quantity: 'ev' },
          ev: { value: setup.picture.ambientEv, quantity: 'ev' },
          off: stops(error),
        },
        [{ path: 'picture.ambientEv', value: ev100 }],
      )
    } else {
      meaning = say(
        'The lights are {off} from what was assumed: their real guide numbers are {factor} of the figures entered.',
        { off: stops(error), factor: share(2 ** (error / 2)) },
        exposure.front.map(i => ({
          path: `flashes[${i}].guideNumber`,
          value: significant(setup.flashes[i]!.guideNumber * 2 ** (error / 2), 3),
        })),
      )
    }
  } else if (outcome === 'differs')
    meaning = say('Adjust one stop at a time until the stand-in is right, then enter by how much you had to adjust.')
  return {
    id: 'exposure',
    title: 'Exposure',
    outcome,
    meaning,
    how: fast
      ? 'A stand-in at the subject: {shutter} at {aperture}, {iso}. One stop at a time.'
      : 'Flash on a stand-in at the subject: {aperture}, {iso}. One stop at a time.',
    predicted: level === null ? 'Black frame: no flash in the set-up.' : 'Stand-in exposure: {level}.',
    figures: {
      shutter: shutter(setup.picture.shutter),
      aperture: aperture(setup.picture.aperture),
      iso: iso(setup.picture.iso),
      level: stops(level ?? 0),
    },
  }
}

function focus({ known: setup, optics }: Assessment): Check {
  const { picture, lens } = setup
  const { depth, outcome } = setup.tests.focus
  let meaning: CheckMeaning | null = null
  if (depth !== null) {
    const of = (circleOfConfusion: number): number | null =>
      depthOfField({
        focalLength: lens.focalLength,
        aperture: picture.aperture,
        subjectDistance: focusedDistance(setup),
        circleOfConfusion,
        pupilRatio: lens.pupilRatio,
      }).depth
    const circle = solveNear(of, depth, picture.circleOfConfusion)
    const error = optics.depth === null ? Infinity : depth / optics.depth
    if (error > 0.85 && error < 1.18) meaning = say('As predicted.')
    else if (circle === null)
      meaning = say('That depth is not possible at these settings. Measure again, along the line of sight.')
    else
      meaning = say(
        'Your circle of confusion is {circle}, not {assumed}.',
        { circle: length(circle, 'µm'), assumed: length(picture.circleOfConfusion, 'µm') },
        [{ path: 'picture.circleOfConfusion', value: significant(circle, 3) }],
      )
  } else if (outcome === 'differs')
    meaning = say('Lay a ruler along the line of sight through the stand-in and enter the length that is sharp.')
  return {
    id: 'focus',
    title: 'Focus',
    outcome,
    meaning,
    how:
      'Manual, on a stand-in where the subject will be, {distance} from the front principal plane; measured ' +
      'and marked.',
    predicted:
      optics.depth === null ? 'Sharp to infinity.' : 'Sharp over {depth}, from {near} to {far}; {wanted} wanted.',
    figures: {
      distance: length(picture.distance, 'm'),
      depth: length(optics.depth ?? 0, 'mm'),
      near: length(optics.near, 'm'),
      far: length(optics.far ?? 0, 'm'),
      wanted: length(picture.depthWanted, 'mm'),
    },
  }
}

/** Lowest share, with 90 % confidence, of a kind of event that happened in every one of n trials. */
const atLeastShare = (n: number): number => 0.1 ** (1 / n)

function sensorCheck({ setup, beamBlock }: Assessment): Check {
  const { sensor } = setup
  const { fallsBy, knocks } = sensorOf(setup)
  const peaks = fallsBy !== null
  const peak = peaks ? peakAtSensor(setup, fallsBy) : null
  const { events, fired, falseFires, outcome } = setup.tests.sensor
  let meaning: CheckMeaning | null = null
  if (falseFires !== null && falseFires > 0) {
    const others = knocks ? 'a footstep, a hand on the table' : 'the shutter’s click, a footstep'
    const nearer = `the ${knocks ? 'sensor' : 'microphone'} closer to the event`
    meaning = say(
      peaks
        ? `{n} false triggers: ${others}, a bounce. Lower the sensitivity, move ${nearer}, or lengthen the hold-off.`
        : '{n} false triggers: stray light, a shaking stand, a bounce. Shade the receiver, clamp ' +
            'it, or lengthen the hold-off.',
      { n: count(falseFires) },
    )
  } else if (events !== null && fired !== null && events > 0) {
    if (fired < events)
      meaning = say(
        'Missed {missed} of {events}: about that share of props is lost. Raise the sensitivity, widen the beam or ' +
          'move the sensor closer.',
        { missed: count(events - fired), events: count(events) },
      )
    else
      meaning = say('{events} of {events}: it triggers on at least {share} of events, with 90 % confidence.', {
        events: count(events),
        share: share(atLeastShare(events)),
      })
  } else if (outcome === 'differs')
    meaning = say('Enter how many events triggered it, and how many false triggers there were.')
  const keen = peaks && sensor.threshold !== null && sensor.falsePeak !== null && sensor.threshold <= sensor.falsePeak
  const dull =
    (beamBlock !== null && beamBlock < sensor.response) ||
    (peaks && sensor.threshold !== null && peak !== null && sensor.threshold > peak)
  return {
    id: 'sensor',
    title: 'Sensor',
    outcome,
    meaning,
    how:
      'Click the shutter, walk about, clap from a distance: nothing may trigger it. Then the event itself, some ten ' +
      'times: it must trigger every time.',
    predicted: keen
      ? 'Too sensitive: other things will trigger it.'
      : dull
        ? 'Not sensitive enough: it will miss the event.'
        : beamBlock !== null
          ? 'Triggers every time: the beam is blocked for {block}, {response} needed.'
          : 'Triggers every time, and on nothing else.',
    figures: { block: time(beamBlock ?? 0), response: time(sensor.response) },
  }
}

/** The set-up with the one unknown changed that its control shot tells about; null where it tells about none. */
function controlUnknown(setup: Setup): { path: string; label: string; now: number; with: (x: number) => Setup } | null {
  const unknown = (path: string, label: string, now: number) => ({
    path,
    label,
    now,
    with: (x: number) => withChange(setup, { path, value: x }),
  })
  switch (setup.motion.kind) {
    case 'flight':
    case 'stream':
    case 'arc':
    case 'toss':
    case 'swing':
    case 'steady':
      return unknown('motion.speed', 'speed', setup.motion.speed)
    case 'fall':
      return setup.subject.distance > 0
        ? unknown('subject.distance', 'height of the fall', setup.subject.distance)
        : null
    case 'still':
      return null
  }
}

/**
 * The delay of a control shot, s, when it was caught, s after the action starts, and how far past the near face, m;
 * null: never.
 */
function controlShot(a: Assessment): {
  shot: number | null
  captured: number | null
  placeAt: (b: Assessment) => number | null
} {
  const shot = a.setup.tests.control.delay ?? a.timing.used
  const capturedAt = (b: Assessment): number | null =>
    b.timing.sensed === null || shot === null ? null : b.timing.sensed + b.timing.chainLatency + shot
  const placeAt = (b: Assessment): number | null => {
    const captured = capturedAt(b)
    return captured === null ? null : natureOf(b.known).motion.positionAt(captured) - b.setup.subject.distance
  }
  return { shot, captured: capturedAt(a), placeAt }
}

/** What a place in a control shot says. @param error m farther than planned */
function placeMeans({ setup }: Assessment, error: number, placeAt: (b: Assessment) => number | null): CheckMeaning {
  const unknown = controlUnknown(setup)
  const real = unknown && solveNear(x => placeAt(assess(unknown.with(x))), setup.tests.control.position!, unknown.now)
  const figures: Figures = {
    off: length(Math.abs(error), 'mm'),
    real: unknown?.path === 'motion.speed' ? speed(real ?? 0) : length(real ?? 0, 'm'),
  }
  const side = error > 0 ? 'farther' : 'less'
  if (Math.abs(error) < 0.001) return say('As predicted, to a millimetre.')
  if (unknown && real !== null)
    return say(`It had travelled {off} ${side} than planned: the ${unknown.label} is {real}.`, figures, [
      { path: unknown.path, value: significant(real) },
      { path: 'delay', value: null },
    ])
  return say(
    `It had travelled {off} ${side} than planned, and no speed or height explains that: check the distances and ` +
      `the sensor.`,
    figures,
  )
}

/** What it says how late a control shot was. @param real s after the action starts at which the moment came */
function lateMeans(a: Assessment, real: number, planned: number): CheckMeaning {
  const error = real - planned
  const figures = { off: time(Math.abs(error)), side: time(real) }
  if (Math.abs(error) < 1e-5) return say('As predicted.')
  return say(`The moment comes {off} ${error > 0 ? 'later' : 'sooner'} than planned.`, figures, momentAt(a, real))
}

function control(a: Assessment): Check {
  const { setup, timing } = a
  const { position, late, outcome } = setup.tests.control
  const travels = setup.motion.kind !== 'still'
  const { shot, captured, placeAt } = controlShot(a)
  const place = travels ? placeAt(a) : null
  let meaning: CheckMeaning | null = null
  if (position !== null && place !== null) meaning = placeMeans(a, position - place, placeAt)
  else if (late !== null && captured !== null && timing.moment !== null)
    meaning = lateMeans(a, captured - late, timing.moment)
  else if (outcome === 'differs')
    meaning = say(
      travels
        ? 'Note how far past the entry face the object was; its speed is worked out from that.'
        : 'Enter how late the picture was to correct the moment.',
    )
  return {
    id: 'control',
    title: 'Control shot',
    outcome,
    meaning,
    how: travels
      ? 'A wet card or a marker at the subject, fired with a delay of {delay}: how far did the object get?'
      : 'Fire with a delay of {delay}. How far had the event got?',
    predicted:
      shot === null || captured === null
        ? 'No delay is used here.'
        : place !== null
          ? 'At {captured} it is {place} past the entry face.'
          : 'At {captured}, {late} after the moment.',
    figures: {
      delay: time(shot ?? 0),
      captured: time(captured ?? 0),
      place: length(place ?? 0, 'mm'),
      late: time((captured ?? 0) - (timing.moment ?? 0)),
    },
  }
}

/**
 * The tests of a set-up before its first take, in the order they are made: those that its method has a question for.
 */
export function checksOf(a: Assessment): Check[] {
  const fast = a.setup.method === 'fast-shutter'
  const all = [...(fast ? [] : [black(a)]), exposureCheck(a), focus(a)]
  return a.setup.trigger === 'sensor' ? [...all, sensorCheck(a), control(a)] : all
}
