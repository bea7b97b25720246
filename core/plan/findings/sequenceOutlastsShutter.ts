import { type FixDraft, type Rule, shutter, time } from './types'

export const sequenceOutlastsShutter: Rule = ({ setup, sequence }) => {
  if (sequence === null || setup.method === 'fast-shutter' || setup.picture.shutter >= sequence.least * (1 - 1e-9))
    return null
  const fixes: FixDraft[] = []
  if (sequence.leastDial !== null)
    fixes.push({
      label: 'Open for {open}',
      figures: { open: shutter(sequence.leastDial) },
      changes: [{ path: 'picture.shutter', value: sequence.leastDial }],
    })
  if (sequence.customaryDial !== null && sequence.customaryDial !== sequence.leastDial)
    fixes.push({
      label: 'Open for {open}, count × interval',
      figures: { open: shutter(sequence.customaryDial) },
      changes: [{ path: 'picture.shutter', value: sequence.customaryDial }],
    })
  return {
    id: 'sequence-outlasts-shutter',
    severity: 'error',
    title: 'The sequence outlasts the shutter',
    reason:
      'Last pop at {last}, its light, {lag} of lag and {margin} to spare need {least}; the shutter is open {shutter}.',
    figures: {
      last: time(sequence.lastPop),
      lag: time(sequence.lag),
      margin: time(setup.sequence.margin),
      least: time(sequence.least),
      shutter: shutter(setup.picture.shutter),
    },
    paths: ['picture.shutter'],
    fixes,
  }
}
