import { type Rule, time } from './types'
import { sensorAt } from './timing'

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
