import { significant } from '../math/significant'
import type { Change } from '../setup/paths'
import { cavitySealTime, hangTime, splashCavity, tearTime } from '../physics/subjects'
import { quantiseDelay } from '../physics/timing'
import type { Assessment } from './assess'
import { natureOf } from '../take/nature'

const rounded = (value: number, step: number): number => Number((Math.round(value / step) * step).toPrecision(12))
const held = (value: number, low: number, high: number): number => Math.min(Math.max(value, low), high)

/** Steps that a moment is moved by: fine enough for any window. m, s, share. */
const PLACE_STEP = 0.0005
const SHARE_STEP = 0.001

/** s that the whole of a subject's phase takes; null for a phase that is a plain time. */
export function phaseSpan({ known, timing }: Pick<Assessment, 'known' | 'timing'>): number | null {
  const { moment, subject, motion } = known
  switch (moment.model) {
    case 'time':
      return null
    case 'tear':
      return tearTime({ diameter: subject.height, crackSpeed: subject.crackSpeed })
    // Sag grows as the square of time: a share has no span of its own.
    case 'hang':
      return hangTime({ diameter: subject.height, sagFraction: 1 })
    case 'cavity':
      return cavitySealTime({ radius: motion.diameter / 2 })
    case 'turn':
      return motion.turns > 0 ? 1 / motion.turns : null
    case 'splash': {
      const speed = timing.impact === null ? 0 : natureOf(known).motion.speedAt(timing.impact)
      return speed > 0 ? splashCavity({ diameter: motion.diameter, speed }).time : null
    }
  }
}

/**
 * Changes that put the moment at an instant, s after the action starts: a place along the travel, a time after its
 * reference, or a share of the
 * subject's own phase, as the set-up has it. The delay goes back to the planned one, so that it follows. Empty where
 * the reference never comes.
 */
export function momentChanges(a: Assessment, time: number): Change[] {
  const { setup, timing } = a
  const { moment } = setup
  const follow: Change = { path: 'delay', value: null }
  if (moment.reference === 'travel') {
    const place = natureOf(a.known).motion.positionAt(Math.max(0, time))
    return [
      { path: 'moment.offset', value: rounded(held(place - setup.subject.distance, -10, 10), PLACE_STEP) },
      follow,
    ]
  }
  const from = timing.reference
  if (from === null) return []
  const since = Math.max(0, time - from)
  const span = phaseSpan(a)
  if (span === null) {
    const step = since < 0.002 ? 1e-6 : since < 0.02 ? 1e-5 : 1e-4
    return [{ path: 'moment.time', value: rounded(held(since, 0, 20), step) }, follow]
  }
  const share = moment.model === 'hang' ? (since / span) ** 2 : since / span
  return [{ path: 'moment.fraction', value: rounded(held(share, 0, 3), SHARE_STEP) }, follow]
}

/**
 * Changes that put the light at an instant, s after the action starts, as near as the controller can; empty where no
 * sensor fires it.
 */
export function lightChanges(a: Assessment, time: number): Change[] {
  const { setup, timing } = a
  if (setup.trigger !== 'sensor' || timing.sensed === null) return []
  return delayChanges(a, time - timing.sensed - timing.chainLatency)
}

/** Changes that dial a delay, s, as near as the controller can. */
export function delayChanges({ setup }: Assessment, delay: number): Change[] {
  const { delayStep, delayMinimum, delayMaximum } = setup.controller
  const { delay: set } = quantiseDelay({
    delay,
    step: delayStep,
    minimum: delayMinimum,
    maximum: Math.max(delayMinimum, delayMaximum),
  })
  return [{ path: 'delay', value: Number(set.toPrecision(12)) }]
}

/**
 * Changes that say the moment, as it is, really comes at an instant, s after the action starts: the tear's own speed
 * where it tears, its turns where it turns, a plain time after
 * its reference elsewhere; where that is before the reference was thought to be, a time after the start. Empty for a
 * moment that is a place.
 */
export function momentAt({ setup, timing }: Assessment, real: number): Change[] {
  const { moment, subject } = setup
  if (moment.reference === 'travel' || real <= 0) return []
  const from = timing.reference ?? 0
  const since = real - from
  const follow: Change = { path: 'delay', value: null }
  if (since <= 0) {
    return [
      { path: 'moment.reference', value: 'start' },
      { path: 'moment.model', value: 'time' },
      { path: 'moment.time', value: significant(real) },
      follow,
    ]
  }
  if (moment.model === 'tear') {
    const crackSpeed = (moment.fraction * tearTime({ diameter: subject.height, crackSpeed: 1 })) / since
    return [{ path: 'subject.crackSpeed', value: significant(crackSpeed) }, follow]
  }
  if (moment.model === 'turn') return [{ path: 'motion.turns', value: significant(moment.fraction / since) }, follow]
  return [{ path: 'moment.model', value: 'time' }, { path: 'moment.time', value: significant(since) }, follow]
}
