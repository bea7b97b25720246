import { type FindingDraft, type Rule, share, time } from './types'
import { longer } from './sequence'

/** Share of the interval from which on what pops scatter by is seen. */
const BLUR_OF_TIME = 0.1

/** Pops merge, because each outlasts the time to the next. */
export const popsTooClose: Rule = ({ setup, known, sequence, pulses }): FindingDraft | null => {
  if (sequence === null || sequence.closest === null) return null
  const { controller } = setup
  const { link } = known
  const limit = Math.max(controller.minimumInterval, link.minimumInterval)
  if (sequence.closest < limit * (1 - 1e-9)) {
    return {
      id: 'pops-too-close',
      severity: 'error',
      title: 'finding.popsTooClose.popsApartQuickerThey',
      reason: 'finding.popsTooClose.controllerNeedsBetweenOutputs',
      figures: {
        closest: time(sequence.closest),
        controller: time(controller.minimumInterval),
        link: time(link.minimumInterval),
      },
      paths: ['sequence.groups[0].interval', 'controller.minimumInterval'],
      fixes: longer(setup.sequence.groups, sequence.closest, limit),
    }
  }
  const longest = pulses.reduce((most, pulse) => Math.max(most, pulse.t01), 0)
  if (sequence.closest < longest) {
    return {
      id: 'pops-too-close',
      severity: 'error',
      title: 'finding.popsTooClose.popsMergeApartEach',
      reason: 'finding.popsTooClose.onePopStillBurns',
      figures: { closest: time(sequence.closest), longest: time(longest) },
      paths: ['sequence.groups[0].interval'],
      fixes: longer(setup.sequence.groups, sequence.closest, longest * 2),
    }
  }
  const jitter = Math.hypot(controller.jitter, link.jitter)
  if (jitter > BLUR_OF_TIME * sequence.closest) {
    return {
      id: 'pops-too-close',
      severity: 'warning',
      title: 'finding.popsTooClose.unevenSpacingJitterInterval',
      reason: 'finding.popsTooClose.controllerLinkShiftEach',
      figures: { share: share(jitter / sequence.closest), jitter: time(jitter), closest: time(sequence.closest) },
      paths: ['sequence.groups[0].interval', 'link.jitter'],
      fixes: longer(setup.sequence.groups, sequence.closest, jitter / BLUR_OF_TIME),
    }
  }
  return null
}
