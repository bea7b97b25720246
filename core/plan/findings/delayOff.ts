import { type Rule, time } from './types'

/** A factor of about a thousand between what is dialled and what is wanted is a slip of the unit, not of the plan. */
function slippedByThousand(dialled: number, wanted: number): boolean {
  const ratio = dialled / wanted
  return (ratio > 300 && ratio < 3000) || (ratio > 1 / 3000 && ratio < 1 / 300)
}

/** The delay dialled is not the planned one. */
export const delayOff: Rule = a => {
  const { setup, timing, keep } = a
  if (setup.delay === null || timing.wanted === null || timing.set === null || timing.bias === null) return null
  if (!timing.feasible && timing.wanted < 0) return null
  if (timing.bias >= -keep.before && timing.bias <= keep.after) return null
  const slipped = timing.wanted > 0 && slippedByThousand(setup.delay, timing.wanted)
  return {
    id: slipped ? 'seconds-for-milliseconds' : 'delay-off',
    severity: slipped ? 'error' : 'warning',
    title: slipped
      ? 'finding.delayOff.delayThousandTimesOff'
      : timing.bias > 0
        ? 'finding.delayOff.tooLateDialledDelay'
        : 'finding.delayOff.tooEarlyDialledDelay',
    reason: 'finding.delayOff.dialledPlanSaysTake',
    figures: {
      off: time(Math.abs(timing.bias)),
      dialled: time(setup.delay),
      planned: time(timing.set),
      before: time(keep.before),
      after: time(keep.after),
    },
    paths: ['delay'],
    fixes: [
      {
        label: 'finding.delayOff.dialPlanned',
        figures: { planned: time(timing.set) },
        changes: [{ path: 'delay', value: null }],
      },
    ],
  }
}
