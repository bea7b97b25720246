import { type Rule, count, length, share } from './types'
import { longer } from './sequence'

/** Positions of neighbouring pops overlap in the picture. */
export const stepsOverlap: Rule = ({ setup, sequence }) => {
  if (sequence === null || sequence.step === null || sequence.closest === null || sequence.overlap <= 0) return null
  const width = setup.motion.objectLength
  const fixes =
    sequence.step > 0
      ? longer(
          setup.sequence.groups,
          sequence.closest,
          Math.ceil(((sequence.closest * width) / sequence.step) * 1e4) / 1e4,
        )
      : []
  return {
    id: 'steps-overlap',
    severity: 'warning',
    title: 'finding.stepsOverlap.successivePositionsOverlap',
    reason: 'finding.stepsOverlap.stepsBodyUpPops',
    figures: {
      share: share(sequence.overlap),
      step: length(sequence.step, 'mm'),
      width: length(width, 'mm'),
      deepest: count(sequence.deepest),
    },
    paths: ['sequence.groups[0].interval'],
    fixes,
  }
}
