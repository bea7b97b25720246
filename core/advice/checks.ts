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
import {
  type CheckText,
  type Figures,
  said,
  aperture,
  count,
  iso,
  length,
  share,
  shutter,
  speed,
  stops,
  time,
} from '../plan/findings/types'

/** Every check before the first take, and what it reads of a plan. */
export const CHECKS = ['black', 'exposure', 'focus', 'sensor', 'control'] as const
/** A check by name. */
export type CheckId = (typeof CHECKS)[number]

/** What an outcome says, and what may be changed because of it. */
export interface CheckMeaning {
  text: CheckText
  figures: Figures
  /** Empty where it changes nothing by itself. */
  changes: Change[]
}

/** A test before the first take: one question, a predicted answer, a place for the outcome. */
export interface Check {
  id: CheckId
  title: CheckText
  how: CheckText
  predicted: CheckText
  figures: Figures
  outcome: Outcome
  /** Null while nothing was noted. */
  meaning: CheckMeaning | null
}

/** Outcomes nearer than this to the prediction agree with it, stops. */
const SAME_STOPS = 0.34

const say = (text: CheckText, figures: Figures = {}, changes: Change[] = []): CheckMeaning => ({
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
        ? say('check.predictedLightAlways', { ev: { value: picture.ambientEv, quantity: 'ev' } })
        : say(
            'check.roomLightNotAssumption',
            {
              real: { value: ev100, quantity: 'ev' },
              ev: { value: picture.ambientEv, quantity: 'ev' },
              off: stops(error),
            },
            [{ path: 'picture.ambientEv', value: ev100 }],
          )
  } else if (outcome === 'differs') meaning = say('check.notBlackReadHistogram')
  return {
    id: 'black',
    title: 'check.blackFrame',
    outcome,
    meaning,
    how: 'check.flashOffRoomLights',
    predicted: exposure.black ? 'check.blackRoom' : 'check.notBlackRoomLight',
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
      meaning = say(fast ? 'check.predictedLightAssumed' : 'check.predictedGuideNumbersHold')
    else if (exposure.flash === null) {
      meaning = say(
        'check.lightNotWhatWas',
        {
          real: { value: ev100, quantity: 'ev' },
          ev: { value: setup.picture.ambientEv, quantity: 'ev' },
          off: stops(error),
        },
        [{ path: 'picture.ambientEv', value: ev100 }],
      )
    } else {
      meaning = say(
        'check.lightsWhatWasAssumed',
        { off: stops(error), factor: share(2 ** (error / 2)) },
        exposure.front.map(i => ({
          path: `flashes[${i}].guideNumber`,
          value: significant(setup.flashes[i]!.guideNumber * 2 ** (error / 2), 3),
        })),
      )
    }
  } else if (outcome === 'differs') meaning = say('check.adjustOneStopTime')
  return {
    id: 'exposure',
    title: 'check.exposure',
    outcome,
    meaning,
    how: fast ? 'check.standSubjectOneStop' : 'check.flashStandSubjectOne',
    predicted: level === null ? 'check.blackFrameNoFlash' : 'check.standExposure',
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
    if (error > 0.85 && error < 1.18) meaning = say('check.predicted')
    else if (circle === null) meaning = say('check.depthNotPossibleThese')
    else
      meaning = say(
        'check.circleConfusionNot',
        { circle: length(circle, 'µm'), assumed: length(picture.circleOfConfusion, 'µm') },
        [{ path: 'picture.circleOfConfusion', value: significant(circle, 3) }],
      )
  } else if (outcome === 'differs') meaning = say('check.layRulerAlongLine')
  return {
    id: 'focus',
    title: 'check.focus',
    outcome,
    meaning,
    how: 'check.manualStandWhereSubject',
    predicted: optics.depth === null ? 'check.sharpInfinity' : 'check.sharpOverWanted',
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
    meaning = say(
      !peaks ? 'check.falseTriggersBeam' : knocks ? 'check.falseTriggersVibration' : 'check.falseTriggersSound',
      { n: count(falseFires) },
    )
  } else if (events !== null && fired !== null && events > 0) {
    if (fired < events)
      meaning = say('check.missedAboutShareProps', { missed: count(events - fired), events: count(events) })
    else meaning = say('check.triggersLeastEvents90', { events: count(events), share: share(atLeastShare(events)) })
  } else if (outcome === 'differs') meaning = say('check.enterHowManyEvents')
  const keen = peaks && sensor.threshold !== null && sensor.falsePeak !== null && sensor.threshold <= sensor.falsePeak
  const dull =
    (beamBlock !== null && beamBlock < sensor.response) ||
    (peaks && sensor.threshold !== null && peak !== null && sensor.threshold > peak)
  return {
    id: 'sensor',
    title: 'check.sensor',
    outcome,
    meaning,
    how: 'check.clickShutterWalkAbout',
    predicted: keen
      ? 'check.tooSensitiveOtherThings'
      : dull
        ? 'check.notSensitiveEnoughWill'
        : beamBlock !== null
          ? 'check.triggersEveryTimeBeam'
          : 'check.triggersEveryTimeNothing',
    figures: { block: time(beamBlock ?? 0), response: time(sensor.response) },
  }
}

/** The set-up with the one unknown changed that its control shot tells about; null where it tells about none. */
function controlUnknown(
  setup: Setup,
): { path: string; label: CheckText; now: number; with: (x: number) => Setup } | null {
  const unknown = (path: string, label: CheckText, now: number) => ({
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
      return unknown('motion.speed', 'check.speed', setup.motion.speed)
    case 'fall':
      return setup.subject.distance > 0
        ? unknown('subject.distance', 'check.heightOfFall', setup.subject.distance)
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
  const farther = error > 0
  if (Math.abs(error) < 0.001) return say('check.asPredictedToMillimetre')
  if (unknown && real !== null)
    return say(
      farther ? 'check.travelledFarther' : 'check.travelledLess',
      { ...figures, unknown: said(unknown.label) },
      [
        { path: unknown.path, value: significant(real) },
        { path: 'delay', value: null },
      ],
    )
  return say(farther ? 'check.fartherUnexplained' : 'check.lessUnexplained', figures)
}

/** What it says how late a control shot was. @param real s after the action starts at which the moment came */
function lateMeans(a: Assessment, real: number, planned: number): CheckMeaning {
  const error = real - planned
  const figures = { off: time(Math.abs(error)), side: time(real) }
  if (Math.abs(error) < 1e-5) return say('check.predicted')
  return say(error > 0 ? 'check.momentLater' : 'check.momentSooner', figures, momentAt(a, real))
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
  else if (outcome === 'differs') meaning = say(travels ? 'check.noteHowFarPast' : 'check.enterHowLatePicture')
  return {
    id: 'control',
    title: 'check.controlShot',
    outcome,
    meaning,
    how: travels ? 'check.wetCardMarkerSubject' : 'check.fireDelayHowFar',
    predicted:
      shot === null || captured === null
        ? 'check.noDelayUsedHere'
        : place !== null
          ? 'check.pastEntryFace'
          : 'check.afterMoment',
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
