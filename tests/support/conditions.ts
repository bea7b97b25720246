import type { Setup, ShotConditions } from '../../core'

/** All armed and open, at a delay, with the threshold of the set-up: what a plan takes for granted. */
export const readyAt = ({ sensor }: Pick<Setup, 'sensor'>, delay: number): ShotConditions => ({
  delay,
  threshold: sensor.threshold ?? 0.2,
  holdOff: 1,
  armed: true,
  open: true,
  sincePop: null,
})
