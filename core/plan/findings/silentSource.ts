import { startIsHeard } from '../../defaults/typical'
import { sensorOf } from '../../sensors/all'
import type { Rule } from './types'

/** The sensor listens to something that makes no sound. */
export const silentSource: Rule = ({ setup }) => {
  const { sensor, action } = setup
  const listens = setup.trigger === 'sensor' && sensorOf(setup).listens
  if (!listens || sensor.source !== 'start' || startIsHeard(action.kind)) return null
  return {
    id: 'silent-source',
    severity: 'warning',
    title: 'The microphone has nothing to hear at the start',
    reason: 'Letting go is silent. Have the microphone trigger on the impact instead.',
    figures: {},
    paths: ['sensor.source'],
    fixes: [{ label: 'Trigger on the impact', changes: [{ path: 'sensor.source', value: 'impact' }] }],
  }
}
