import { type Rule, time } from './types'
import { sensorAt } from './timing'

/** The delay is longer than the controller can be set to. */
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
    title: 'finding.delayTooLong.controllerSLongestDelay',
    reason: 'finding.delayTooLong.longestDelayMoveSensor',
    figures: { wanted: time(timing.wanted), longest: time(controller.delayMaximum) },
    paths: ['controller.delayMaximum', 'sensor.position'],
    fixes: sensorAt(a, timing.moment - timing.chainLatency - controller.delayMaximum * 0.9),
  }
}
