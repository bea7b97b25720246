import type { Change } from './paths'
import { typicalSource } from './typical'
import type { Setup } from './types'

/** What was typed for the kind before says nothing of the new one: its typical figures are assumed until others are entered. */
const forgotten = (part: 'link' | 'sensor'): Change[] => [{ path: `${part}.latency`, value: null }, { path: `${part}.jitter`, value: null }]

/**
 * What follows from choosing another kind of something, so that the set-up stays one whole: the latency of a link or sensor of another kind is
 * no longer what was typed, and a microphone answers to what makes a sound. Empty for a change that nothing follows from.
 *
 * @param setup as it is before the change
 */
export function followUps(setup: Setup, { path, value }: Change): Change[] {
  switch (path) {
    case 'link.kind': return value === setup.link.kind ? [] : [...forgotten('link'), { path: 'kit.link', value: '' }]
    case 'sensor.kind': {
      if (value === setup.sensor.kind) return []
      const source = value === 'sound' || value === 'contact' ? [{ path: 'sensor.source', value: typicalSource(setup.action.kind) }] : []
      return [...forgotten('sensor'), ...source, { path: 'kit.sensor', value: '' }, { path: 'delay', value: null }]
    }
    case 'action.kind': return setup.sensor.kind === 'sound' ? [{ path: 'sensor.source', value: typicalSource(value as Setup['action']['kind']) }] : []
    default: return []
  }
}
