import { highSpeedSyncLoss, shutterBand } from '../physics/exposure'
import { type PulseShape, pulseShare, pulseTimeOf } from '../physics/flash'
import type { Exposing } from '../setup/parts'
import type { Setup } from '../setup/types'

/** s the opening takes to cross the frame. */
export function curtainTime({ camera }: Pick<Setup, 'camera'>): number {
  if (camera.shutterKind === 'focal-plane') return camera.curtainTravel
  return camera.shutterKind === 'rolling' ? camera.readOut : 0
}

/**
 * s from where the shutter lag ends to the middle of the middle row's exposure. The lag ends with the first curtain
 * home (focal plane: the
 * middle row opened half a travel before), with the first row begun (rolling: the middle row begins half a read-out
 * later), or when it is open.
 */
export function midExposure(setup: Exposing): number {
  const half = setup.picture.shutter / 2
  if (setup.camera.shutterKind === 'rolling') return half + setup.camera.readOut / 2
  return half - curtainTime(setup) / 2
}

/**
 * When the shutter moves, s from where the shutter lag ends: first row opens, last row open (where a flash contact
 * closes), first row closes,
 * last row closed. The one account of it, for chain, light, drawings and bench.
 */
export function shutterMoves(setup: Exposing): { opens: number; full: number; closing: number; closed: number } {
  const travel = curtainTime(setup)
  const opens = setup.camera.shutterKind === 'focal-plane' ? -travel : 0
  return {
    opens,
    full: opens + travel,
    closing: opens + setup.picture.shutter,
    closed: opens + travel + setup.picture.shutter,
  }
}

/** Stops from which lost light is worth a word. */
export const TELLING_STOPS = 1 / 6
/** Energy of a pulse that must be through for less than that to be lost. */
const TELLING_SHARE = 2 ** -TELLING_STOPS
/** Stands in for light that is cut off altogether, stops. */
export const ALL_LOST = 20

/** Whether the shutter is past what an ordinary flash can light. */
export function syncRuledOut({ camera, picture }: Exposing): boolean {
  if (camera.shutterKind === 'rolling') return picture.shutter <= camera.readOut
  if (camera.shutterKind === 'global') return false
  return picture.shutter < camera.syncSpeed * (1 - 1e-6)
}

/** Whether a flash set to high-speed sync is lighting a shutter past its sync. */
export function highSpeedSyncActs(setup: Exposing & Pick<Setup, 'flashes'>): boolean {
  return (
    setup.camera.shutterKind === 'focal-plane' &&
    syncRuledOut(setup) &&
    setup.flashes.some(flash => flash.highSpeedSync)
  )
}

/** A light as the shutter meets it. */
interface MetLight {
  shape: PulseShape
  /** s from the contact to its peak. */
  lag: number
  /** Its share of the light that tells, 0 to 1. */
  share: number
  highSpeedSync: boolean
}

/** Energy of a light that a row at y, 0 (closed first) to 1, gets, 0 to 1. */
function passed(setup: Exposing, light: MetLight, y: number): number {
  const travel = curtainTime(setup)
  if (light.highSpeedSync && setup.camera.shutterKind === 'focal-plane' && syncRuledOut(setup)) {
    return 2 ** -highSpeedSyncLoss({ shutter: setup.picture.shutter, curtainTravel: travel })
  }
  // The contact closes with the last row open; a row closes an open time after it opened.
  return pulseShare(light.shape, (y - 1) * travel + setup.picture.shutter - light.lag)
}

const stopsOf = (share: number): number => Math.max(0, Math.min(ALL_LOST, -Math.log2(Math.max(share, 2 ** -ALL_LOST))))

/**
 * Stops each light loses to the shutter in the middle of the frame and in its worst row; nothing where the light falls
 * into an open shutter.
 */
export function lightLost(
  setup: Exposing & Pick<Setup, 'method'>,
  lights: readonly MetLight[],
): { middle: number[]; worst: number[] } {
  if (setup.method === 'open-shutter') return { middle: lights.map(() => 0), worst: lights.map(() => 0) }
  return {
    middle: lights.map(light => stopsOf(passed(setup, light, 0.5))),
    worst: lights.map(light => stopsOf(passed(setup, light, 0))),
  }
}

/** What the shutter lets through of the flashes. */
export interface ShutterCheck {
  /** Fractions of the frame, 0 to 1: without any of the flash, and with ⅙ stop or more of it cut off. */
  dark: number
  notFullyLit: number
  /** Edge of the picture they lie at; the whole frame where the shutter has no rows. */
  edge: 'top' | 'bottom' | 'left' | 'right' | 'all'
  /** Stops of all the flash light together that are lost in the middle of the frame, and in the worst row. */
  lostMiddle: number
  lostWorst: number
  /** Fastest shutter that loses less than ⅙ stop anywhere, s. */
  fastestClean: number
}

/** The edge that the curtain leaves first is covered first. */
const EDGES = { up: 'bottom', down: 'top', left: 'right', right: 'left' } as const

/** What the shutter cuts off the flash, by its kind. */
export function shutterCheck(
  setup: Exposing & Pick<Setup, 'method' | 'flashes'>,
  lights: readonly MetLight[],
): ShutterCheck {
  const { camera, picture } = setup
  const rows = camera.shutterKind === 'focal-plane' || camera.shutterKind === 'rolling'
  const edge = rows ? EDGES[camera.curtainRuns] : 'all'
  const none: ShutterCheck = { dark: 0, notFullyLit: 0, edge, lostMiddle: 0, lostWorst: 0, fastestClean: 0 }
  if (lights.length === 0 || setup.method === 'open-shutter') return none
  const travel = curtainTime(setup)
  const first = lights.reduce((a, light) => Math.min(a, light.lag), Infinity)
  const needed = lights.reduce((a, light) => Math.max(a, light.lag + pulseTimeOf(light.shape, TELLING_SHARE)), 0)
  const fastestClean = Math.max(
    travel + needed,
    camera.shutterKind === 'global' || camera.shutterKind === 'rolling' ? 0 : camera.syncSpeed,
  )
  const lost = (y: number): number =>
    stopsOf(lights.reduce((sum, light) => sum + light.share * passed(setup, light, y), 0))
  const losses = { lostMiddle: lost(0.5), lostWorst: lost(0) }
  if (highSpeedSyncActs(setup)) return { ...none, ...losses, fastestClean }
  if (travel === 0)
    return {
      ...none,
      ...losses,
      dark: picture.shutter <= first ? 1 : 0,
      notFullyLit: picture.shutter < needed ? 1 : 0,
      fastestClean,
    }
  const band = (lag: number): number =>
    shutterBand({ shutter: picture.shutter, curtainTravel: travel, lag, duration: 0 }).dark
  return { ...none, ...losses, dark: band(first), notFullyLit: band(needed), fastestClean }
}
