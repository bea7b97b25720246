import { sensorOf } from '../../sensors/all'
import type { Assessment } from '../assess'
import { natureOf } from '../../take/nature'
import { type FixDraft, type Rule, length, share, time } from './types'

/** A step of the controller that costs more than this share of keepers is worth a word. */
const TELLING_COST = 0.02

/**
 * What the controller's step costs: the step, how far off the nearest one is, s, and the share of takes lost to it;
 * null where that is little.
 */
export function coarseStepOf({ setup, timing, keep }: Assessment): { step: number; off: number; cost: number } | null {
  if (setup.trigger !== 'sensor' || setup.delay !== null || !timing.feasible || timing.residual === null) return null
  const cost = keep.unstepped - keep.perTake
  return cost < TELLING_COST ? null : { step: setup.controller.delayStep, off: Math.abs(timing.residual), cost }
}

/** The controller's step is coarser than the window allows. */
export const coarseStep: Rule = a => {
  const { setup, timing, keep } = a
  const told = coarseStepOf(a)
  if (told === null || timing.residual === null) return null
  const { cost } = told
  const { delayStep } = setup.controller
  const finer = Number(
    (
      delayStep /
      2 ** Math.ceil(Math.log2(Math.abs(timing.residual) / (0.05 * (keep.before + keep.after))) + 1)
    ).toPrecision(2),
  )
  const speed = timing.sensed === null ? 0 : natureOf(a.known).motion.speedAt(timing.sensed)
  const place = setup.sensor.position - timing.residual * speed
  const fixes: FixDraft[] = [
    {
      label: 'finding.coarseStep.useControllerDelaySteps',
      figures: { finer: time(finer) },
      changes: [{ path: 'controller.delayStep', value: finer }],
    },
  ]
  if (sensorOf(setup).crossed && speed > 0 && place > 0) {
    const at = Number(place.toPrecision(6))
    fixes.unshift({
      label: 'finding.coarseStep.moveBeamDelayFalls',
      figures: { by: length(Math.abs(at - setup.sensor.position), 'mm') },
      changes: [{ path: 'sensor.position', value: at }],
    })
  }
  return {
    id: 'coarse-step',
    severity: 'warning',
    title: 'finding.coarseStep.takesLostControllerS',
    reason: 'finding.coarseStep.nearestSettingDelayNeed',
    figures: {
      step: time(delayStep),
      cost: share(cost),
      off: time(Math.abs(timing.residual)),
      keep: share(keep.perTake),
      free: share(keep.unstepped),
    },
    paths: ['controller.delayStep'],
    fixes,
  }
}
