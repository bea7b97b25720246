import { flashAperture } from '../physics/exposure'
import type { Setup } from '../setup/types'
import { reflectorsOf, givenBy } from './reflectors'
import { TO_CAMERA, type Vector } from './lamp'
import { type Standing, stageOf } from './place'
import { asLight } from './reach'
import { shapeOf } from './shape'

/** A grey card, share of the light it throws back: what correct exposure is told by. */
export const GREY = 0.18

/** Levels against correct, 0 or above: of the background as the camera sees it, and of the subject before it. */
export interface SilhouetteLevels {
  background: number
  subject: number
}

/** Whether every light that fires is aimed at the background: the subject stands before it as a shape. */
export const isSilhouette = ({ flashes, method }: Pick<Setup, 'flashes' | 'method'>): boolean =>
  method !== 'fast-shutter' && flashes.length > 0 && flashes.every(({ role }) => role === 'ground')

/**
 * Levels of a silhouette by some lights, with what cards throw and flags keep off; the background in the middle of the
 * picture, against mid grey as it throws the light back.
 *
 * @param lost stops each light loses to the shutter
 * @param lit lights that flash, by their place
 * @remarks One bounce: what the background itself throws on the subject is not counted, so that a subject close before
 *   a white one is less black than told.
 */
export function silhouetteLevels(
  setup: Standing & Pick<Setup, 'flashes' | 'picture' | 'scene'>,
  { effectiveAperture, lost }: { effectiveAperture: number; lost: readonly number[] },
  lit: readonly number[],
): SilhouetteLevels {
  const { scene, picture, flashes } = setup
  const stage = stageOf(setup)
  const reflectors = reflectorsOf(setup, stage)
  const subject = stage.at(stage.middle)
  const behind: Vector = [0, 0, -scene.ground.distance]
  const levels: SilhouetteLevels = { background: 0, subject: 0 }
  for (const i of lit) {
    const flash = flashes[i]!
    const light = asLight(flash)
    const aperture = flashAperture({ ...light, lossStops: light.lossStops + lost[i]!, iso: picture.iso })
    const strength = (aperture / effectiveAperture) ** 2 * flash.distance ** 2
    const given = givenBy({ ...shapeOf(stage, scene, flash), strength }, reflectors)
    levels.background += (given.level(behind, TO_CAMERA) * scene.ground.reflectance) / GREY
    levels.subject += given.level(subject, TO_CAMERA)
  }
  return levels
}
