import { GRAVITY } from '../../physics/constants'
import { type Rule, length } from './types'

/** The moment, or what the sensor answers to, never happens. */
export const neverArrives: Rule = ({ setup, timing }) => {
  const what = timing.moment === null ? 'moment' : timing.sensed === null ? 'sensor' : null
  if (what === null || (what === 'sensor' && setup.trigger !== 'sensor')) return null
  return {
    id: 'never-arrives',
    severity: 'error',
    title:
      what === 'moment' ? 'finding.neverArrives.noPictureObjectNever' : 'finding.neverArrives.noPictureObjectNever2',
    reason:
      setup.motion.kind === 'toss'
        ? 'finding.neverArrives.tossedRisesOnlyThrow'
        : 'finding.neverArrives.theseFiguresObjectDoes',
    figures: {
      speed: { value: setup.motion.speed, quantity: 'speed' },
      rise: length(setup.motion.speed ** 2 / (2 * GRAVITY)),
    },
    paths: what === 'moment' ? ['moment.offset', 'motion.speed'] : ['sensor.position', 'motion.speed'],
    fixes: [],
  }
}
