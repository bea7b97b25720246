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
      title: 'Pops {closest} apart: quicker than they can be triggered',
      reason:
        'The controller needs {controller} between outputs, the link {link}. Units in their own repeating mode ' +
        'are not bound by that.',
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
      title: 'Pops merge: {closest} apart, and each lasts {longest}',
      reason: 'One pop still burns when the next begins, so positions merge. Lower the power or lengthen the interval.',
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
      title: 'Uneven spacing: jitter is {share} of the interval',
      reason: 'Controller and link shift each pop by ±{jitter}, at {closest} apart. Use a cable or a longer interval.',
      figures: { share: share(jitter / sequence.closest), jitter: time(jitter), closest: time(sequence.closest) },
      paths: ['sequence.groups[0].interval', 'link.jitter'],
      fixes: longer(setup.sequence.groups, sequence.closest, jitter / BLUR_OF_TIME),
    }
  }
  return null
}
