import { type Rule, count, time } from './types'

/** The burst outlasts the camera's buffer. */
export const burstBuffer: Rule = ({ setup, timing }) => {
  const { camera } = setup
  if (setup.trigger !== 'burst' || timing.moment === null || camera.bufferFrames / camera.frameRate >= timing.moment)
    return null
  return {
    id: 'burst-buffer',
    severity: 'warning',
    title: 'Buffer full after {lasts}: the burst ends before the moment',
    reason:
      '{frames} frames last {lasts}; the moment comes {moment} after the action starts. Start the burst on the ' +
      'sound of the event, not before it.',
    figures: {
      frames: count(camera.bufferFrames),
      lasts: time(camera.bufferFrames / camera.frameRate),
      moment: time(timing.moment),
    },
    paths: ['camera.bufferFrames', 'camera.frameRate'],
    fixes: [],
  }
}
