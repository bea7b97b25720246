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
      ? 'Delay a thousand times off: seconds instead of milliseconds?'
      : timing.bias > 0
        ? '{off} too late: dialled delay too long'
        : '{off} too early: dialled delay too short',
    reason: 'You dialled {dialled}; the plan says {planned}. A take still works up to {before} early or {after} late.',
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
        label: 'Dial the planned {planned}',
        figures: { planned: time(timing.set) },
        changes: [{ path: 'delay', value: null }],
      },
    ],
  }
}
