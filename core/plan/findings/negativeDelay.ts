import type { Assessment } from '../assess'
import { natureOf } from '../../take/nature'
import { type FixDraft, type Rule, length, time } from './types'
import { sensorAt } from './timing'

const upToMillimetre = (metres: number): number => Math.ceil(metres * 1000 - 1e-6) / 1000

/** The subject moved along the path to where the chain can answer. */
function subjectBack(a: Assessment): FixDraft[] {
  const { setup, timing } = a
  if (setup.motion.kind === 'still' || setup.moment.reference !== 'travel' || timing.sensed === null) return []
  const answered = timing.sensed + timing.chainLatency + setup.controller.delayMinimum
  const place = upToMillimetre(natureOf(a.known).motion.positionAt(answered) - setup.moment.offset)
  if (place <= setup.subject.distance || place >= 100) return []
  return [
    {
      label: 'finding.negativeDelay.moveSubjectStart',
      figures: { place: length(place, 'm') },
      changes: [
        { path: 'subject.distance', value: place },
        { path: 'catch.distance', value: setup.catch.distance + place - setup.subject.distance },
      ],
    },
  ]
}

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
      label:
        link.kind === 'radio' ? 'finding.negativeDelay.replaceRadioLink' : 'finding.negativeDelay.replaceOpticalLink',
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
      label: 'finding.negativeDelay.switchOpenShutterSave',
      figures: { lag: time(setup.camera.lag) },
      changes: [
        { path: 'method', value: 'open-shutter' },
        { path: 'picture.shutter', value: 2 },
      ],
    })
  }
  fixes.push(...subjectBack(a))
  return {
    id: 'negative-delay',
    severity: 'error',
    title: 'finding.negativeDelay.lightComesTooLate',
    reason:
      setup.method === 'open-shutter'
        ? 'finding.negativeDelay.chainTooLong'
        : 'finding.negativeDelay.chainWithLagTooLong',
    figures: {
      late: time(missing),
      chain: time(timing.chainLatency),
      gap: time(timing.moment - timing.sensed),
      wanted: time(timing.wanted),
    },
    paths: ['sensor.position', 'link.latency'],
    outOfReach: 'finding.negativeDelay.sensorHasTriggerEarlier',
    fixes,
  }
}
