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
        ? 'finding.neverArrives.noPictureObjectNever'
        : 'finding.neverArrives.noPictureObjectNever2',
    reason:
      setup.motion.kind === 'toss'
        ? 'finding.neverArrives.tossedRisesOnlyThrow'
        : 'finding.neverArrives.theseFiguresObjectDoes',
    figures: {
      speed: { value: setup.motion.speed, quantity: 'speed' },
      rise: length(setup.motion.speed ** 2 / (2 * GRAVITY)),
    },
    paths: what === 'the moment' ? ['moment.offset', 'motion.speed'] : ['sensor.position', 'motion.speed'],
    fixes: [],
  }
}
