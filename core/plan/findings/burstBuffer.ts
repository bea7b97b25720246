import { type Rule, count, time } from './types'

/** The burst outlasts the camera's buffer. */
export const burstBuffer: Rule = ({ setup, timing }) => {
  const { camera } = setup
  if (setup.trigger !== 'burst' || timing.moment === null || camera.bufferFrames / camera.frameRate >= timing.moment)
    return null
  return {
    id: 'burst-buffer',
    severity: 'warning',
    title: 'finding.burstBuffer.bufferFullAfterBurst',
    reason: 'finding.burstBuffer.framesLastMomentComes',
    figures: {
      frames: count(camera.bufferFrames),
      lasts: time(camera.bufferFrames / camera.frameRate),
      moment: time(timing.moment),
    },
    paths: ['camera.bufferFrames', 'camera.frameRate'],
    fixes: [],
  }
}
