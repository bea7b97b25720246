import { soundDistance } from '../../sensors/sound'
import type { SensorKind } from '../../setup/types'
import type { Assessment } from '../assess'
import { type Figures, length, share, speed, time } from '../findings/types'
import { angle, perMetre, rate } from './types'

const SOURCES = { start: 'start', impact: 'impact', floor: 'strike on the floor', bounce: 'bounce' } as const

/** A wave that has come from its source at a speed. */
function arrivalFormula({ setup, timing }: Assessment, waves: number): [string, Figures] {
  const { source } = setup.sensor
  const figures = { r: length(soundDistance(setup), 'm'), c: speed(waves), impact: time(timing.impact ?? 0) }
  return [
    source === 'start'
      ? 'r / c = {r} / {c}'
      : `impact {impact}${source === 'impact' ? '' : `, its ${SOURCES[source]}`} + {r} / {c}`,
    figures,
  ]
}

const heardFormula = (a: Assessment): [string, Figures] =>
  a.timing.heard === 'shock'
    ? ['the bow shock arrives before the report; speed of sound {c}', { c: speed(a.soundSpeed) }]
    : arrivalFormula(a, a.soundSpeed)

/** How the time of each kind of sensor is worked out; the compiler names one that is missing. */
const SENSED: Readonly<Record<SensorKind, (a: Assessment) => [string, Figures]>> = {
  beam: crossedFormula,
  sound: heardFormula,
  phone: heardFormula,
  ear: heardFormula,
  vibration: a => arrivalFormula(a, a.setup.sensor.waveSpeed),
  contact: ({ setup }) => [`the contact closes with the ${SOURCES[setup.sensor.source]}`, {}],
  hand: () => ['pressed together with the action: 0', {}],
  sight: ({ setup }) => [`the ${SOURCES[setup.sensor.source]} is seen as it happens; a person’s time comes after`, {}],
}

/** How the sensor's time is worked out. */
export const sensedFormula = (a: Assessment): [string, Figures] => SENSED[a.setup.sensor.kind](a)

/** When what moves comes to the beam. */
function crossedFormula({ setup, drag }: Assessment): [string, Figures] {
  const { sensor, motion } = setup
  const x = length(sensor.position, 'm')
  switch (motion.kind) {
    case 'flight':
      return ['(e^(k x) − 1) / (k v), x = {x}, v = {v}, k = {k}', { x, v: speed(motion.speed), k: perMetre(drag) }]
    case 'fall':
      return ['fall of {x} from rest with drag, k = {k}', { x, k: perMetre(drag) }]
    case 'stream':
      return ['fall of {x} that starts at {v}', { x, v: speed(motion.speed) }]
    case 'arc':
      return [
        'x / (v cos α) = {x} / ({v} cos {a}), longer by drag, k = {k}',
        { x, v: speed(motion.speed), a: angle(motion.angle), k: perMetre(drag) },
      ]
    case 'toss':
      return ['first time at {x} when tossed at {v}', { x, v: speed(motion.speed) }]
    case 'swing':
      return [
        '2 √(x L) / v, x = {x}, L = {L}, v = {v}',
        { x, L: length(setup.subject.distance, 'm'), v: speed(motion.speed) },
      ]
    case 'steady':
      return ['x / v = {x} / {v}', { x, v: speed(motion.speed) }]
    case 'still':
      return ['nothing travels: 0', {}]
  }
}

/** How the moment is worked out. */
export function momentFormula(a: Assessment): [string, Figures] {
  const { setup, timing } = a
  const { moment, subject, motion } = setup
  if (moment.reference === 'travel')
    return [
      'time to reach {d} + {o} = mark; there at {v}',
      { d: length(subject.distance, 'm'), o: length(moment.offset, 'mm'), v: speed(a.objectSpeed) },
    ]
  const from = timing.reference ?? 0
  const figures: Figures = {
    from: time(from),
    f: share(moment.fraction),
    t: time(moment.time),
    c: speed(subject.crackSpeed),
    h: length(subject.height, 'mm'),
    r: length(motion.diameter / 2, 'mm'),
  }
  const base = `${moment.reference === 'second' ? 'impact on the second' : moment.reference} {from} + `
  switch (moment.model) {
    case 'time':
      return [`${base}{t}`, figures]
    case 'tear':
      return [`${base}{f} of π d / 2 v, d = {h}, v = {c}`, figures]
    case 'hang':
      return [`${base}√(2 · {f} · {h} / g)`, figures]
    case 'cavity':
      return [`${base}{f} of 2.285 √(r / g), r = {r}`, figures]
    case 'turn':
      return [`${base}{f} of a turn at {n}`, { ...figures, n: rate(motion.turns) }]
    case 'splash':
      return [`${base}{f} of 1.35 √(R / g), R = d (v² / 3 g d)^¼ the cavity of what falls`, figures]
  }
}
