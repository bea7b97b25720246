import { GRAVITY } from '../../physics/constants'
import { type Rule, length } from './types'

/** The moment, or what the sensor answers to, never happens. */
export const neverArrives: Rule = ({ setup, timing }) => {
  const what = timing.moment === null ? 'the moment' : timing.sensed === null ? 'the sensor' : null
  if (what === null || (what === 'the sensor' && setup.trigger !== 'sensor')) return null
  return {
    id: 'never-arrives',
    severity: 'error',
    title:
      what === 'the moment'
        ? 'No picture: the object never gets to the moment'
        : 'No picture: the object never reaches the sensor',
    reason:
      setup.motion.kind === 'toss'
        ? 'Tossed at {speed} it rises only {rise}. Throw faster or lower the mark.'
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
