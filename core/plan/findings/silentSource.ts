import { startIsHeard } from '../../setup/typical'
import { sensorOf } from '../../sensors/all'
import type { Rule } from './types'

export const silentSource: Rule = ({ setup }) => {
  const { sensor, action } = setup
  const listens = setup.trigger === 'sensor' && sensorOf(setup).hears
  if (!listens || sensor.source !== 'start' || startIsHeard(action.kind)) return null
  return {
    id: 'silent-source',
    severity: 'warning',
    title: 'The microphone answers to a start that makes no sound',
    reason: 'Nothing is heard when it is let go. What hits the surface, the floor under it or the table is heard.',
    figures: {},
    paths: ['sensor.source'],
    fixes: [{ label: 'Answer to the impact', changes: [{ path: 'sensor.source', value: 'impact' }] }],
  }
}
