import { aimSpot } from './aim'
import { firedAfter } from './firing'
import { flashAperture } from '../exposure'
import { asLight, flashLatency, lightLevel, peakLatency } from '../plan/light'
import { highSpeedSyncActs } from '../plan/shutter'
import type { Assessment } from '../plan/assess'
import type { KnownFlash } from '../setup/typical'
import { type Lamp, type Vector, lobeOf, minus, scaled, squareTo, unit } from './lamp'
import { type Stage, inPicture, lightPlace } from './place'

/** A face this much smaller than its distance is a point. */
const POINT = 0.04

/** What a light is aimed at, in the picture's axes. */
function aimOf(plan: Pick<Assessment, 'setup'>, stage: Stage, flash: KnownFlash): Vector {
  const { along, across, out } = aimSpot(flash, plan.setup.scene)
  return inPicture(stage, along, across, out)
}

/** Stops that the picture has more of flash than its set-up gives: of a take whose flashes differed. */
function offPlan({ known, optics, exposure }: Assessment): number {
  if (exposure.flash === null) return 0
  const planned = lightLevel(known, optics.effectiveAperture, exposure.front, exposure.lost)
  return planned === null ? 0 : exposure.flash - planned
}

/** Every light of a plan as the picture meets it. */
export function lampsOf(plan: Assessment, stage: Stage): Lamp[] {
  const { known, optics, pulses, exposure } = plan
  const { latency } = flashLatency(known)
  const more = offPlan(plan)
  return known.flashes.map((flash, i) => {
    const place = lightPlace(stage, flash)
    const aim = unit(minus(aimOf(plan, stage, flash), place))
    const { across, up } = squareTo(aim)
    const continuous = flash.highSpeedSync && highSpeedSyncActs(known)
    const light = asLight(flash)
    const lossStops = light.lossStops + (continuous ? (exposure.lost[i] ?? 0) : 0)
    const level = (flashAperture({ ...light, lossStops, iso: known.picture.iso }) / optics.effectiveAperture) ** 2
    return {
      name: flash.name,
      place,
      aim,
      across: scaled(across, flash.headWidth / 2),
      up: scaled(up, flash.headHeight / 2),
      area: flash.headWidth * flash.headHeight,
      strength: level * flash.distance ** 2 * 2 ** more,
      lobe: lobeOf(flash.beamAngle),
      wide: Math.hypot(flash.headWidth, flash.headHeight) > POINT * flash.distance,
      peak: peakLatency(known, flash) - latency,
      shape: pulses[i]!.shape,
      lag: firedAfter(known, flash) + flash.latency,
      continuous,
    }
  })
}
