import { sensorOf } from '../../sensors/all'
import { WELL_BESIDE } from '../../sensors/sound'
import { type FixDraft, type Rule, length } from './types'

/** Beside the path by less than this a microphone is hit, splashed or swept away, m. */
const BESIDE = 0.05

/** A microphone in the way of what flies, or under what falls. */
export const micInLine: Rule = ({ setup }) => {
  const { sensor, motion, subject, trigger } = setup
  if (trigger !== 'sensor' || !sensorOf(setup).listens || motion.kind === 'still') return null
  const needed = BESIDE + motion.diameter / 2
  const falls = motion.kind === 'fall' || motion.kind === 'stream'
  // Behind the launcher, or under the table that is struck, it is in nobody's way.
  const ahead = falls ? sensor.position < subject.distance + subject.depth : sensor.position > 0
  if (Math.abs(sensor.offset) >= needed || !ahead || (sensor.source === 'floor' && falls)) return null
  const offset = Math.ceil((WELL_BESIDE + motion.diameter / 2) * 100) / 100
  const fixes: FixDraft[] = [
    {
      label: 'finding.micInLine.moveSidePath',
      figures: { offset: length(offset, 'm') },
      changes: [{ path: 'sensor.offset', value: offset }],
    },
  ]
  return {
    id: 'mic-in-line',
    severity: 'warning',
    title: falls ? 'finding.micInLine.microphoneUnderFallingObject' : 'finding.micInLine.microphoneLineFire',
    reason: 'finding.micInLine.besidePathStart',
    figures: { beside: length(Math.abs(sensor.offset), 'mm'), place: length(sensor.position, 'm') },
    paths: ['sensor.offset'],
    fixes,
  }
}
