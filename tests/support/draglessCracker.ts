import { type Setup, newSetup, withChanges } from '~~/core'

/** A cracker shot through a beam in air that does not slow it: every reading is one line of arithmetic. */
export const draglessCracker = (changes: Record<string, number | string | null> = {}): Setup =>
  withChanges(newSetup('projectile'), [
    { path: 'motion.dragPerMetre', value: 0 },
    { path: 'motion.speedError', value: 0.06 },
    { path: 'motion.speedSpread', value: 0.01 },
    { path: 'subject.distanceError', value: 0.002 },
    { path: 'sensor.positionError', value: 0.002 },
    ...Object.entries(changes).map(([path, value]) => ({ path, value })),
  ])
