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
    title: 'finding.silentSource.microphoneHasNothingHear',
    reason: 'finding.silentSource.lettingGoSilentHave',
    figures: {},
    paths: ['sensor.source'],
    fixes: [{ label: 'finding.silentSource.triggerImpact', changes: [{ path: 'sensor.source', value: 'impact' }] }],
  }
}
