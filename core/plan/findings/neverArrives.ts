import { GRAVITY } from '../../constants'
import { type Rule, length } from './types'

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
