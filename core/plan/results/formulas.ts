import { soundDistance } from '../../sensors/sound'
import type { SensorKind } from '../../setup/types'
import type { Assessment } from '../assess'
import { type Figures, type ResultText, length, said, share, speed, time } from '../findings/types'
import { angle, perMetre, rate } from './types'

const SOURCES = {
  start: 'result.formulas.start',
  impact: 'result.formulas.impact',
  floor: 'result.formulas.floor',
  bounce: 'result.formulas.bounce',
} as const

/** What a moment counts from. */
const REFERENCES = {
  start: SOURCES.start,
  impact: SOURCES.impact,
  floor: SOURCES.floor,
  apex: 'result.formulas.apex',
  second: 'result.formulas.second',
} as const

/** A formula and this set-up's figures in it. */
type Formula = [ResultText, Figures]

/** A wave that has come from its source at a speed. */
function arrivalFormula({ setup, timing }: Assessment, waves: number): Formula {
  const { source } = setup.sensor
  const figures = {
    r: length(soundDistance(setup), 'm'),
    c: speed(waves),
    impact: time(timing.impact ?? 0),
    source: said(SOURCES[source]),
  }
  if (source === 'start') return ['result.formulas.fromStart', figures]
  return [source === 'impact' ? 'result.formulas.fromImpact' : 'result.formulas.afterImpact', figures]
}

const heardFormula = (a: Assessment): Formula =>
  a.timing.heard === 'shock'
    ? ['result.formulas.bowShock', { c: speed(a.soundSpeed) }]
    : arrivalFormula(a, a.soundSpeed)

/** How the time of each kind of sensor is worked out; the compiler names one that is missing. */
const SENSED: Readonly<Record<SensorKind, (a: Assessment) => Formula>> = {
  beam: crossedFormula,
  sound: heardFormula,
  phone: heardFormula,
  ear: heardFormula,
  vibration: a => arrivalFormula(a, a.setup.sensor.waveSpeed),
  contact: ({ setup }) => ['result.formulas.contactCloses', { source: said(SOURCES[setup.sensor.source]) }],
  hand: () => ['result.formulas.pressedTogether', {}],
  sight: ({ setup }) => ['result.formulas.seenAsItHappens', { source: said(SOURCES[setup.sensor.source]) }],
}

/** How the sensor's time is worked out. */
export const sensedFormula = (a: Assessment): Formula => SENSED[a.setup.sensor.kind](a)

/** When what moves comes to the beam. */
function crossedFormula({ setup, drag }: Assessment): Formula {
  const { sensor, motion } = setup
  const x = length(sensor.position, 'm')
  switch (motion.kind) {
    case 'flight':
      return ['result.formulas.flight', { x, v: speed(motion.speed), k: perMetre(drag) }]
    case 'fall':
      return ['result.formulas.fall', { x, k: perMetre(drag) }]
    case 'stream':
      return ['result.formulas.stream', { x, v: speed(motion.speed) }]
    case 'arc':
      return ['result.formulas.arc', { x, v: speed(motion.speed), a: angle(motion.angle), k: perMetre(drag) }]
    case 'toss':
      return ['result.formulas.toss', { x, v: speed(motion.speed) }]
    case 'swing':
      return ['result.formulas.swing', { x, L: length(setup.subject.distance, 'm'), v: speed(motion.speed) }]
    case 'steady':
      return ['result.formulas.steady', { x, v: speed(motion.speed) }]
    case 'still':
      return ['result.formulas.still', {}]
  }
}

/** How the moment is worked out. */
export function momentFormula(a: Assessment): Formula {
  const { setup, timing } = a
  const { moment, subject, motion } = setup
  if (moment.reference === 'travel')
    return [
      'result.formulas.travel',
      { d: length(subject.distance, 'm'), o: length(moment.offset, 'mm'), v: speed(a.objectSpeed) },
    ]
  const from = timing.reference ?? 0
  const figures: Figures = {
    reference: said(REFERENCES[moment.reference]),
    from: time(from),
    f: share(moment.fraction),
    t: time(moment.time),
    c: speed(subject.crackSpeed),
    h: length(subject.height, 'mm'),
    r: length(motion.diameter / 2, 'mm'),
  }
  switch (moment.model) {
    case 'time':
      return ['result.formulas.byTime', figures]
    case 'tear':
      return ['result.formulas.byTear', figures]
    case 'hang':
      return ['result.formulas.byHang', figures]
    case 'cavity':
      return ['result.formulas.byCavity', figures]
    case 'turn':
      return ['result.formulas.byTurn', { ...figures, n: rate(motion.turns) }]
    case 'splash':
      return ['result.formulas.bySplash', figures]
  }
}
