import { type BenchExposure, type PracticeRig, type Setup, pictureOf } from '../../core'
import { frameFile } from './frameFile'

/** The frame of a shot as the camera of the practice bench delivers it. */
export function benchPicture(
  rig: PracticeRig,
  setup: Setup,
  { shot, openFor }: BenchExposure,
  at: Date,
): Promise<Buffer> {
  const open = setup.method === 'open-shutter' ? Math.max(0.001, openFor) : setup.picture.shutter
  // A bounce lights the scene once more, a moment on.
  const again = shot.twice
    ? pictureOf(rig, setup, { ...shot, captured: (shot.captured ?? 0) + rig.truth.bounce }, openFor)
    : undefined
  return frameFile(pictureOf(rig, setup, shot, openFor), at, open, again)
}
