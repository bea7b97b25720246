import { firedAfter } from './firing'
import { flashAperture } from '../physics/exposure'
import { flashLatency, peakLatency } from './pulses'
import { highSpeedSyncActs } from './shutter'
import type { Lamp } from './lamp'
import type { Lit } from './lit'
import { type Stage, stageOf } from './place'
import { asLight } from './reach'
import { shapeOf } from './shape'

/** Stops that the picture has more of flash than its set-up gives: of a take whose flashes differed. */
const offPlan = ({ flash, planned }: Lit['exposure']): number =>
  flash === null || planned === null ? 0 : flash - planned

const LAMPS = new WeakMap<Lit, Lamp[]>()

/** Every light of a plan as the picture meets it; worked out once for each, on its own stage. */
export function lampsOf(plan: Lit): Lamp[] {
  const before = LAMPS.get(plan)
  if (before) return before
  const lamps = madeFor(plan, stageOf(plan.known))
  LAMPS.set(plan, lamps)
  return lamps
}

function madeFor(plan: Lit, stage: Stage): Lamp[] {
  const { known, optics, pulses, exposure } = plan
  const { latency } = flashLatency(known)
  const more = offPlan(exposure)
  return known.flashes.map((flash, i) => {
    const continuous = flash.highSpeedSync && highSpeedSyncActs(known)
    const light = asLight(flash)
    const lossStops = light.lossStops + (continuous ? (exposure.lost[i] ?? 0) : 0)
    const level = (flashAperture({ ...light, lossStops, iso: known.picture.iso }) / optics.effectiveAperture) ** 2
    return {
      ...shapeOf(stage, plan.setup.scene, flash),
      name: flash.name,
      strength: level * flash.distance ** 2 * 2 ** more,
      peak: peakLatency(known, flash) - latency,
      shape: pulses[i]!.shape,
      lag: firedAfter(known, flash) + flash.latency,
      continuous,
    }
  })
}
