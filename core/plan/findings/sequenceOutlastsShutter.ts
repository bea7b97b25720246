import { type FixDraft, type Rule, shutter, time } from './types'

/** The pops go on after the shutter has closed. */
export const sequenceOutlastsShutter: Rule = ({ setup, sequence }) => {
  if (sequence === null || setup.method === 'fast-shutter' || setup.picture.shutter >= sequence.least * (1 - 1e-9))
    return null
  const fixes: FixDraft[] = []
  if (sequence.leastDial !== null)
    fixes.push({
      label: 'finding.sequenceOutlastsShutter.open',
      figures: { open: shutter(sequence.leastDial) },
      changes: [{ path: 'picture.shutter', value: sequence.leastDial }],
    })
  if (sequence.customaryDial !== null && sequence.customaryDial !== sequence.leastDial)
    fixes.push({
      label: 'finding.sequenceOutlastsShutter.holdShutterOpenCount',
      figures: { open: shutter(sequence.customaryDial) },
      changes: [{ path: 'picture.shutter', value: sequence.customaryDial }],
    })
  return {
    id: 'sequence-outlasts-shutter',
    severity: 'error',
    title: 'finding.sequenceOutlastsShutter.lastPopsMissingShutter',
    reason: 'finding.sequenceOutlastsShutter.popsTakeLastFlash',
    figures: {
      span: time(sequence.span),
      lag: time(sequence.lag),
      margin: time(setup.sequence.margin),
      least: time(sequence.least),
      shutter: shutter(setup.picture.shutter),
    },
    paths: ['picture.shutter'],
    fixes,
  }
}
