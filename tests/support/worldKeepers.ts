import { type Setup, dialOf, drawRig, fireRig, plan } from '../../core'
import { USUALLY_KEPT } from '../../core/setup/kept'
import { readyAt } from './conditions'

/**
 * Share of first takes that are keepers in the practice world, which shares no sum with the plan: each on a rig of its
 * own, off from the plan by as much as the plan says it may be. What the world has beyond any plan is off.
 */
export function keepersOfWorld(setup: Setup, takes: number): number {
  const conditions = readyAt(setup, dialOf(plan(setup))?.used ?? 0)
  let kept = 0
  for (let seed = 1; seed <= takes; seed++) {
    const rig = drawRig(setup, seed)
    const truth = { ...rig.truth, click: 1e-9, chain: 0, scatter: 1, loudness: 0, offAxis: 0, misfire: 0.02 }
    const shot = fireRig({ ...rig, truth }, setup, 1, conditions)
    if (shot.dark === null && shot.verdict === 'on' && shot.faced !== false) kept++
  }
  return (kept / takes) * USUALLY_KEPT.share
}
