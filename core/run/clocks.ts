import type { Assessment } from '../plan'
import { recycleAt } from '../defaults/typical'
import type { Setup } from '../setup/types'

/** s that the slowest light needs until it is ready again, at the powers that are set. */
export const slowestRecycle = ({ flashes }: Pick<Setup, 'flashes'>): number =>
  Math.max(0, ...flashes.map(flash => recycleAt(flash, flash.power)))

/** s that an open shutter may stand until the room shows; Infinity where the room gives no light. */
export const roomShowsAfter = ({ setup, exposure }: Pick<Assessment, 'setup' | 'exposure'>): number =>
  setup.picture.shutter * 2 ** (setup.picture.ambientLimit - exposure.ambient)

/** A burst's frames in the camera's buffer. */
export interface BufferState {
  frames: number
  of: number
  /** s until it is full; 0: it is, and frames are lost. */
  left: number
}

/**
 * Where the buffer stands so long after a burst was begun.
 *
 * @param since s
 * @returns null where no burst runs
 */
export function bufferAfter({ trigger, camera }: Pick<Setup, 'trigger' | 'camera'>, since: number): BufferState | null {
  if (trigger !== 'burst' || since < 0) return null
  const { bufferFrames, frameRate } = camera
  const frames = Math.min(bufferFrames, Math.floor(since * frameRate) + 1)
  return { frames, of: bufferFrames, left: Math.max(0, bufferFrames / frameRate - since) }
}
