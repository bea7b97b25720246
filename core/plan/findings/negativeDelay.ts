import { natureOf } from '../../take/nature'
import { type Rule, length, time } from './types'
import { sensorAt } from './timing'

const upToMillimetre = (metres: number): number => Math.ceil(metres * 1000 - 1e-6) / 1000

/** The moment comes before the chain can answer. */
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
      label: 'Replace the {kind} link ({latency}) with a cable'.replace('{kind}', link.kind),
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
      label: 'Switch to open shutter and save {lag} of shutter lag',
      figures: { lag: time(setup.camera.lag) },
      changes: [
        { path: 'method', value: 'open-shutter' },
        { path: 'picture.shutter', value: 2 },
      ],
    })
  }
  if (setup.motion.kind !== 'still' && setup.moment.reference === 'travel') {
    const motion = natureOf(a.known).motion
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
    setup.method === 'open-shutter' ? 'The chain takes {chain}' : 'The chain, shutter lag included, takes {chain}'
  return {
    id: 'negative-delay',
    severity: 'error',
    title: 'The light comes {late} too late',
    reason: `${lag}, but the moment comes only {gap} after the sensor triggers. Sense it earlier or shorten the chain.`,
    figures: {
      late: time(missing),
      chain: time(timing.chainLatency),
      gap: time(timing.moment - timing.sensed),
      wanted: time(timing.wanted),
    },
    paths: ['sensor.position', 'link.latency'],
    outOfReach: 'The sensor has to trigger {late} earlier, or the chain has to be {late} shorter.',
    fixes,
  }
}
