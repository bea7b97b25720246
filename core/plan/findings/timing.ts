import { GRAVITY } from '../../constants'
import { sensorOf } from '../../sensors/all'
import { meanInputs, motionFor } from '../chain'
import type { Assessment } from '../assess'
import { type FixDraft, type Rule, length, time } from './types'

/** Rounded down to the millimetre, so that a place that just does still does. */
const downToMillimetre = (metres: number): number => Math.floor(metres * 1000 + 1e-6) / 1000
const upToMillimetre = (metres: number): number => Math.ceil(metres * 1000 - 1e-6) / 1000

/** Where the sound comes from, m along the travel. */
const sourcePlace = ({ sensor, motion, subject }: Assessment['setup']): number =>
  sensor.source === 'start' || motion.kind === 'still' ? 0 : subject.distance

/** Where the sensor would have to be to answer at `sensed`, s: the change that puts it there, or none. */
function sensorAt(a: Assessment, sensed: number): FixDraft[] {
  const { setup } = a
  const { sensor } = setup
  if (sensorOf(setup).crossed) {
    if (sensed <= 0 || setup.motion.kind === 'still') return []
    const place = downToMillimetre(motionFor(setup, a.drag, meanInputs(setup)).positionAt(sensed))
    return place > 0
      ? [
          {
            label: 'Move the beam to {place} from the start',
            figures: { place: length(place, 'm') },
            changes: [{ path: 'sensor.position', value: place }],
          },
        ]
      : []
  }
  if (!sensorOf(setup).hears) return []
  const heard =
    a.timing.sensed === null
      ? Infinity
      : a.timing.sensed - Math.hypot(sensor.position - sourcePlace(setup), sensor.offset) / a.soundSpeed
  const soundTime = sensed - heard
  const distance = downToMillimetre(soundTime * a.soundSpeed)
  if (!(distance > 0)) return []
  const source = sourcePlace(setup)
  const along = Math.max(-distance, Math.min(distance, sensor.position - source))
  if (source + along < 0) return []
  return [
    {
      label: 'Move the microphone to {place} from the sound',
      figures: { place: length(distance, 'm') },
      changes: [
        { path: 'sensor.position', value: source + along },
        { path: 'sensor.offset', value: downToMillimetre(Math.sqrt(Math.max(0, distance * distance - along * along))) },
      ],
    },
  ]
}

export const neverArrives: Rule = ({ setup, timing }) => {
  const what = timing.moment === null ? 'the moment' : timing.sensed === null ? 'the sensor' : null
  if (what === null || (what === 'the sensor' && setup.trigger !== 'sensor')) return null
  return {
    id: 'never-arrives',
    severity: 'error',
    title: what === 'the moment' ? 'The moment never comes' : 'The sensor is never reached',
    reason:
      setup.motion.kind === 'toss'
        ? 'At {speed} the toss rises {rise}; a place above that is never reached.'
        : 'With these figures the object does not get there: at {speed} it is stopped by drag, or the place lies ' +
          'before the start.',
    figures: {
      speed: { value: setup.motion.speed, quantity: 'speed' },
      rise: length(setup.motion.speed ** 2 / (2 * GRAVITY)),
    },
    paths: what === 'the moment' ? ['moment.offset', 'motion.speed'] : ['sensor.position', 'motion.speed'],
    fixes: [],
  }
}

export const negativeDelay: Rule = a => {
  const { setup, timing } = a
  const { controller } = setup
  const { link } = a.known
  if (timing.wanted === null || timing.sensed === null || timing.moment === null) return null
  // As early as it can be dialled, and within the window: late, but kept.
  if (timing.wanted >= controller.delayMinimum - Math.max(controller.delayStep / 2, a.keep.after)) return null
  const missing = controller.delayMinimum - timing.wanted
  const latest = timing.moment - timing.chainLatency - controller.delayMinimum
  const fixes = sensorAt(a, latest)
  if (link.kind !== 'cable' && link.latency >= missing) {
    fixes.push({
      label: 'Use a cable in place of the {kind} link, which takes {latency}'.replace('{kind}', link.kind),
      figures: { latency: time(link.latency) },
      changes: [
        { path: 'link.kind', value: 'cable' },
        { path: 'link.latency', value: null },
        { path: 'link.jitter', value: null },
      ],
    })
  }
  if (setup.method !== 'open-shutter' && setup.camera.lag >= missing && setup.flashes.length > 0) {
    fixes.push({
      label: 'Open the shutter first: the flash does not wait for the shutter lag of {lag}',
      figures: { lag: time(setup.camera.lag) },
      changes: [
        { path: 'method', value: 'open-shutter' },
        { path: 'picture.shutter', value: 2 },
      ],
    })
  }
  if (setup.motion.kind !== 'still' && setup.moment.reference === 'travel') {
    const motion = motionFor(setup, a.drag, meanInputs(setup))
    const place = upToMillimetre(
      motion.positionAt(timing.sensed + timing.chainLatency + controller.delayMinimum) - setup.moment.offset,
    )
    if (place > setup.subject.distance && place < 100) {
      fixes.push({
        label: 'Move the subject to {place} from the start',
        figures: { place: length(place, 'm') },
        changes: [
          { path: 'subject.distance', value: place },
          { path: 'catch.distance', value: setup.catch.distance + place - setup.subject.distance },
        ],
      })
    }
  }
  const lag =
    setup.method === 'open-shutter' ? 'The chain takes {chain}' : 'The chain with the shutter lag takes {chain}'
  return {
    id: 'negative-delay',
    severity: 'error',
    title: 'The light comes {late} too late',
    reason: `${lag}; the moment is {gap} after the sensor answers. The delay would have to be {wanted}.`,
    figures: {
      late: time(missing),
      chain: time(timing.chainLatency),
      gap: time(timing.moment - timing.sensed),
      wanted: time(timing.wanted),
    },
    paths: ['sensor.position', 'link.latency'],
    outOfReach: 'A sensor that answers {late} sooner, or a chain that takes as much less.',
    fixes,
  }
}

export const delayTooLong: Rule = a => {
  const { setup, timing } = a
  const { controller } = setup
  if (
    timing.wanted === null ||
    timing.moment === null ||
    timing.wanted <= controller.delayMaximum + controller.delayStep / 2
  )
    return null
  return {
    id: 'delay-too-long',
    severity: 'error',
    title: 'The controller cannot wait {wanted}',
    reason: 'Its longest delay is {longest}. A sensor nearer to the moment shortens the wait.',
    figures: { wanted: time(timing.wanted), longest: time(controller.delayMaximum) },
    paths: ['controller.delayMaximum', 'sensor.position'],
    fixes: sensorAt(a, timing.moment - timing.chainLatency - controller.delayMaximum * 0.9),
  }
}

/** A factor of about a thousand between what is dialled and what is wanted is a slip of the unit, not of the plan. */
function slippedByThousand(dialled: number, wanted: number): boolean {
  const ratio = dialled / wanted
  return (ratio > 300 && ratio < 3000) || (ratio > 1 / 3000 && ratio < 1 / 300)
}

export const delayOff: Rule = a => {
  const { setup, timing, keep } = a
  if (setup.delay === null || timing.wanted === null || timing.set === null || timing.bias === null) return null
  if (!timing.feasible && timing.wanted < 0) return null
  if (timing.bias >= -keep.before && timing.bias <= keep.after) return null
  const slipped = timing.wanted > 0 && slippedByThousand(setup.delay, timing.wanted)
  return {
    id: slipped ? 'seconds-for-milliseconds' : 'delay-off',
    severity: slipped ? 'error' : 'warning',
    title: slipped
      ? 'Delay off by a thousand: seconds for milliseconds?'
      : timing.bias > 0
        ? 'The delay dialled is {off} too long'
        : 'The delay dialled is {off} too short',
    reason: 'Dialled {dialled}, planned {planned}; a take keeps up to {before} early and {after} late.',
    figures: {
      off: time(Math.abs(timing.bias)),
      dialled: time(setup.delay),
      planned: time(timing.set),
      before: time(keep.before),
      after: time(keep.after),
    },
    paths: ['delay'],
    fixes: [
      {
        label: 'Dial the planned {planned}',
        figures: { planned: time(timing.set) },
        changes: [{ path: 'delay', value: null }],
      },
    ],
  }
}
