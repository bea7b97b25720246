import { sensorOf } from '../../sensors/all'
import { soundDistance } from '../../sensors/sound'
import type { Assessment } from '../assess'
import { type Figures, length, share, speed, time } from '../findings/types'
import { angle, perMetre, rate } from './types'

/** How the sensor's time is worked out. */
export function sensedFormula({ setup, drag, soundSpeed, timing }: Assessment): [string, Figures] {
  const { sensor, motion } = setup
  const source = { start: 'start', impact: 'impact', floor: 'strike on the floor', bounce: 'bounce' }[sensor.source]
  if (sensor.kind === 'hand') return ['pressed together with the action: 0', {}]
  if (sensor.kind === 'contact') return [`the contact closes with the ${source}`, {}]
  if (sensor.kind === 'sight') return [`the ${source} is seen as it happens; a person’s time comes after`, {}]
  if (sensorOf({ sensor }).listens) {
    const figures = { r: length(soundDistance(setup), 'm'), c: speed(soundSpeed), impact: time(timing.impact ?? 0) }
    if (timing.heard === 'shock') return ['the bow shock arrives before the report; speed of sound {c}', figures]
    return [
      sensor.source === 'start'
        ? 'r / c = {r} / {c}'
        : `impact {impact}${sensor.source === 'impact' ? '' : `, its ${source}`} + {r} / {c}`,
      figures,
    ]
  }
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
