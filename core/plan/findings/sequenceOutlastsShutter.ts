import { type FixDraft, type Rule, shutter, time } from './types'

/** The pops go on after the shutter has closed. */
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
      label: 'Hold the shutter open for {open} (count × interval)',
      figures: { open: shutter(sequence.customaryDial) },
      changes: [{ path: 'picture.shutter', value: sequence.customaryDial }],
    })
  return {
    id: 'sequence-outlasts-shutter',
    severity: 'error',
    title: 'Last pops missing: the shutter closes after {shutter}',
    reason:
      'The pops take {span}: {least} with the last flash, {lag} of lag and {margin} to spare. The ' +
      'shutter is open for {shutter}.',
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
