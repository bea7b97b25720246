import { ambientStops, flashAperture } from '../physics/exposure'
import { durationCurve, pulseMiddle, pulseShape, type PulseShape } from '../physics/flash'
import type { Lighting } from '../setup/parts'
import type { KnownFlash, KnownSetup } from '../setup/known'
import { firedAfter, jitterOf } from './firing'
import { asLight } from './reach'
import type { Standing } from './place'
import { exposesFront } from '../setup/role'
import { isSilhouette, silhouetteLevels } from './silhouette'
import type { FlashSetup, Setup } from '../setup/types'

/** Powers a flash can be set to, third stops from full down to its lowest. */
export function powerSteps(flash: Pick<FlashSetup, 'minimumPower'>): number[] {
  const steps: number[] = []
  for (let third = 0; ; third++) {
    const power = 2 ** (-third / 3)
    if (power < flash.minimumPower * (1 - 1e-9)) return steps
    steps.push(power)
  }
}

/** The light of one flash over time. */
export interface LightPulse {
  name: string
  t05: number
  t01: number
  extrapolated: boolean
  shape: PulseShape
  /** Its share of all the flash light, 0 to 1. */
  share: number
}

/** The two curves of a flash, made once for each table. */
const CURVES = new WeakMap<
  KnownFlash['table'],
  { t05: ReturnType<typeof durationCurve>; t01: ReturnType<typeof durationCurve> }
>()

function curvesOf({ table }: Pick<KnownFlash, 'table'>): {
  t05: ReturnType<typeof durationCurve>
  t01: ReturnType<typeof durationCurve>
} {
  const known = CURVES.get(table)
  if (known) return known
  const curve = (key: 't05' | 't01') => durationCurve(table.map(row => ({ power: row.power, duration: row[key] })))
  const curves = { t05: curve('t05'), t01: curve('t01') }
  CURVES.set(table, curves)
  return curves
}

/** t.5 and t.1 of a flash at a power, s. */
export function flashDurations(
  flash: Pick<KnownFlash, 'table' | 'power'>,
  power = flash.power,
): { t05: number; t01: number; extrapolated: boolean } {
  const curves = curvesOf(flash)
  const t01 = curves.t01(power)
  return { t05: Math.min(curves.t05(power).duration, t01.duration), t01: t01.duration, extrapolated: t01.extrapolated }
}

/** Highest power of a flash whose t.1 is not above a limit, s; null: none. */
export function highestPowerWithin(flash: Pick<KnownFlash, 'table' | 'minimumPower'>, limit: number): number | null {
  const { t01 } = curvesOf(flash)
  return powerSteps(flash).find(power => t01(power).duration <= limit) ?? null
}

/**
 * Lights that expose what faces the camera, by their place; all of them where none is there for that: then it is they
 * that make the picture.
 */
export function exposingLights(
  setup: Pick<Setup, 'flashes'>,
  among: readonly number[] = setup.flashes.map((_, i) => i),
): number[] {
  const front = among.filter(i => exposesFront(setup.flashes[i]!))
  return front.length > 0 || setup.flashes.some(exposesFront) ? front : [...among]
}

/** The pulse of every flash of a set-up, in its order. */
export function lightPulses(setup: Pick<Lighting, 'flashes'>): LightPulse[] {
  return setup.flashes.map(flash => {
    const durations = flashDurations(flash)
    return { name: flash.name, ...durations, shape: pulseShape(durations), share: flash.share }
  })
}

/**
 * s from the set-up's own link to the peak of a light, whatever sets that light off; below 0 where it is fired by
 * something quicker.
 */
export function peakLatency(setup: Lighting, flash: FlashSetup): number {
  return firedAfter(setup, flash) - setup.link.latency + flash.latency
}

/** s from the set-up's own link to the middle of a light: after the peak, by the pulse's shape at the power in use. */
export function latencyOf(setup: Lighting, flash: KnownFlash): number {
  return peakLatency(setup, flash) + pulseMiddle(pulseShape(flashDurations(flash)))
}

/** Latency of the light as a whole, each flash weighed by its share of it; jitters are independent. */
export function flashLatency(setup: Lighting): { latency: number; jitter: number } {
  let latency = 0
  let variance = 0
  for (const flash of setup.flashes) {
    latency += flash.share * latencyOf(setup, flash)
    variance += (flash.share * jitterOf(setup, flash)) ** 2
  }
  return { latency, jitter: Math.sqrt(variance) }
}

/** Lights as the shutter meets them: when after the contact each is at its peak. */
export const asMet = (setup: Lighting, pulses: readonly LightPulse[]) =>
  setup.flashes.map((flash, i) => ({
    shape: pulses[i]!.shape,
    share: pulses[i]!.share,
    lag: setup.link.latency + peakLatency(setup, flash),
    highSpeedSync: flash.highSpeedSync,
  }))

/** Of correct exposure: less is no light at all, as of one that is all but aimed away. */
const NO_LIGHT = 2 ** -100

/** A level against correct in stops; null where there is as good as no light. */
export const stopsOf = (level: number): number | null => (level > NO_LIGHT ? Math.log2(level) : null)

/** What light meets on its way into the picture. */
export interface LightWay {
  effectiveAperture: number
  /** Stops each light loses to the shutter. */
  lost: readonly number[]
}

/**
 * Stops of some lights together against correct exposure: those that expose what faces the camera, straight and as far
 * as flags let them, and what cards throw there of any of them; of a silhouette the background; null where nothing
 * comes.
 *
 * @param lit lights that flash, by their place
 */
export function lightLevel(
  setup: Standing & Pick<KnownSetup, 'flashes'> & Pick<Setup, 'method' | 'picture' | 'scene'>,
  way: LightWay,
  lit: readonly number[],
): number | null {
  if (isSilhouette(setup)) return stopsOf(silhouetteLevels(setup, way, lit).background)
  const { effectiveAperture, lost } = way
  const front = new Set(exposingLights(setup, lit))
  const sum = lit.reduce((total, i) => {
    const flash = setup.flashes[i]!
    const share = (front.has(i) ? flash.reach.straight : 0) + flash.reach.thrown
    if (share === 0) return total
    const light = asLight(flash)
    const lossStops = light.lossStops + lost[i]!
    return total + flashAperture({ ...light, lossStops, iso: setup.picture.iso }) ** 2 * share
  }, 0)
  return stopsOf(sum / effectiveAperture ** 2)
}

/** Stops that the room's light exposes against correct. */
export function ambientExposure({ picture }: Pick<Setup, 'picture'>, effectiveAperture: number): number {
  const { ambientEv, iso, shutter } = picture
  return ambientStops({ ev100: ambientEv, iso, effectiveAperture, shutter })
}
