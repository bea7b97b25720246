import { ambientStops, flashAperture, flashStops, highSpeedSyncLoss, shutterBand } from '../exposure'
import { durationAt, durationCurve, pulseShape, type PulseShape } from '../flash'
import type { FlashSetup, Setup } from '../setup/types'

/** Powers a flash can be set to, third stops from full down to its lowest. */
export function powerSteps(flash: FlashSetup): number[] {
  const steps: number[] = []
  for (let third = 0; ; third++) {
    const power = 2 ** (-third / 3)
    if (power < flash.minimumPower * (1 - 1e-9)) return steps
    steps.push(power)
  }
}

export interface LightPulse {
  name: string
  t05: number
  t01: number
  extrapolated: boolean
  shape: PulseShape
  /** Its share of all the flash light, 0 to 1. */
  share: number
}

/** t.5 and t.1 of a flash at a power, s. */
export function flashDurations(flash: FlashSetup, power = flash.power): { t05: number, t01: number, extrapolated: boolean } {
  const t01 = durationAt({ table: flash.table.map(row => ({ power: row.power, duration: row.t01 })), power })
  const t05 = durationAt({ table: flash.table.map(row => ({ power: row.power, duration: row.t05 })), power })
  return { t05: Math.min(t05.duration, t01.duration), t01: t01.duration, extrapolated: t01.extrapolated }
}

/** Highest power of a flash whose t.1 is not above a limit, s; null: none. */
export function highestPowerWithin(flash: FlashSetup, limit: number): number | null {
  const t01 = durationCurve(flash.table.map(row => ({ power: row.power, duration: row.t01 })))
  return powerSteps(flash).find(power => t01(power).duration <= limit) ?? null
}

/** A light as exposure sees it. */
export function asLight(flash: FlashSetup): { guideNumber: number, power: number, distance: number, lossStops: number } {
  // Equal units at one place add as one of √n times the guide number.
  return { guideNumber: flash.guideNumber * Math.sqrt(flash.units), power: flash.power, distance: flash.distance, lossStops: flash.lossStops }
}

/** Share of each flash in the light, in order; empty without flashes. */
function lightShares(setup: Setup): number[] {
  const parts = setup.flashes.map(flash => flashAperture({ ...asLight(flash), iso: 100 }) ** 2)
  const total = parts.reduce((sum, part) => sum + part, 0)
  return parts.map(part => part / total)
}

export function lightPulses(setup: Setup): LightPulse[] {
  const shares = lightShares(setup)
  return setup.flashes.map((flash, i) => {
    const durations = flashDurations(flash)
    return { name: flash.name, ...durations, shape: pulseShape(durations), share: shares[i] as number }
  })
}

/** s from a flash's input to the middle of its light, its optical slave included where that is the link. */
export function latencyOf(setup: Setup, flash: FlashSetup): number {
  return flash.latency + (setup.link.kind === 'optical' ? flash.slaveDelay : 0)
}

/** Latency of the light as a whole, each flash weighed by its share of it; jitters are independent. */
export function flashLatency(setup: Setup): { latency: number, jitter: number } {
  let latency = 0
  let variance = 0
  lightShares(setup).forEach((share, i) => {
    latency += share * latencyOf(setup, setup.flashes[i] as FlashSetup)
    variance += (share * (setup.flashes[i] as FlashSetup).jitter) ** 2
  })
  return { latency, jitter: Math.sqrt(variance) }
}

/** Stops of all flashes against correct exposure; null without flashes. In a fast shutter only those in high-speed sync count. */
export function flashExposure(setup: Setup, effectiveAperture: number): number | null {
  const fast = setup.method === 'fast-shutter'
  const used = fast && syncRuledOut(setup) ? setup.flashes.filter(flash => flash.highSpeedSync) : setup.flashes
  if (used.length === 0) return null
  const stops = flashStops({ flashes: used.map(asLight), iso: setup.picture.iso, effectiveAperture })
  return fast && syncRuledOut(setup) ? stops - highSpeedSyncLoss({ shutter: setup.picture.shutter, curtainTravel: setup.camera.curtainTravel }) : stops
}

export function ambientExposure(setup: Setup, effectiveAperture: number): number {
  const { ambientEv, iso, shutter } = setup.picture
  return ambientStops({ ev100: ambientEv, iso, effectiveAperture, shutter })
}

export interface ShutterCheck {
  /** Fractions of the frame, 0 to 1, at the right edge of the picture. */
  dark: number
  notFullyLit: number
  /** Fastest shutter that shows the whole of every flash, s. */
  fastestClean: number
}

/** What the shutter cuts off the flash, by its kind. */
export function shutterCheck(setup: Setup, pulses: readonly LightPulse[]): ShutterCheck {
  const { camera, picture, link } = setup
  if (setup.flashes.length === 0) return { dark: 0, notFullyLit: 0, fastestClean: 0 }
  const duration = pulses.reduce((longest, pulse) => Math.max(longest, pulse.t01), 0)
  // Fired by the sensor into an open shutter, the light does not wait for the camera's contact.
  const lag = setup.method === 'open-shutter' ? 0 : link.latency + flashLatency(setup).latency
  const light = lag + duration
  switch (camera.shutterKind) {
    case 'focal-plane': {
      const band = shutterBand({ shutter: picture.shutter, curtainTravel: camera.curtainTravel, lag, duration })
      return { ...band, fastestClean: Math.max(band.fastestClean, camera.syncSpeed) }
    }
    case 'leaf': {
      const open = picture.shutter - lag
      const dark = open <= 0 ? 1 : 0
      return { dark, notFullyLit: open < duration ? 1 : 0, fastestClean: Math.max(light, camera.syncSpeed) }
    }
    case 'rolling': {
      // Rows are open together only for shutter − read-out.
      const common = picture.shutter - camera.readOut
      const share = camera.readOut > 0 ? Math.min(1, Math.max(0, -(common - light) / camera.readOut)) : 0
      return { dark: common < 0 ? share : 0, notFullyLit: share, fastestClean: camera.readOut + light }
    }
    case 'global': return { dark: picture.shutter < lag ? 1 : 0, notFullyLit: picture.shutter < light ? 1 : 0, fastestClean: light }
  }
}

/** Whether the shutter is past what an ordinary flash can light. */
export function syncRuledOut(setup: Setup): boolean {
  const { camera, picture } = setup
  if (camera.shutterKind === 'rolling') return picture.shutter <= camera.readOut
  if (camera.shutterKind === 'global') return false
  return picture.shutter < camera.syncSpeed * (1 - 1e-6)
}
