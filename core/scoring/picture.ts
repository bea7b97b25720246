import { type Assessment, assess } from '../plan'
import { natureOf } from '../take'
import { type BenchShot, type PracticeRig, truthOf } from '../practice'
import type { Setup } from '../setup/types'

/** Nothing was lit, stops. */
const UNLIT = -12

/**
 * The plan that the frame of a shot is drawn from: the set-up with what really flew, caught when the light really fell.
 *
 * @param openFor s the shutter was open in all: the room adds up over it
 */
export function pictureOf(rig: PracticeRig, current: Setup, shot: BenchShot, openFor: number): Assessment {
  const { setup } = truthOf(rig, current, 0)
  const { inputs } = shot
  const thrown: Setup = {
    ...setup,
    ...(current.trigger === 'hand'
      ? { hand: { ...setup.hand, lead: -shot.conditions.delay } }
      : { delay: shot.conditions.delay }),
    motion: { ...setup.motion, speed: inputs.speed },
    subject: {
      ...setup.subject,
      distance: inputs.subjectDistance,
      crackSpeed: inputs.crackSpeed,
      speedLost: inputs.speedLost ?? setup.subject.speedLost,
    },
    picture: {
      ...setup.picture,
      shutter: current.method === 'open-shutter' ? Math.max(0.001, openFor) : setup.picture.shutter,
    },
  }
  const whole = assess(thrown)
  // Set off by the click the light meets a scene in which nothing has happened yet.
  const happened = shot.captured ?? (shot.heard === 'click' ? -1 : null)
  const { motion } = natureOf(whole.known)
  const place = happened === null ? null : motion.positionAt(happened)
  const impact = shot.impact ?? motion.timeAt(inputs.subjectDistance)
  // What unfolds slower than usual looks younger at the same time after its start.
  const from =
    thrown.moment.reference === 'impact' ? impact : thrown.moment.reference === 'apex' ? null : whole.timing.reference
  const captured =
    happened === null || from === null || happened <= from ? happened : from + (happened - from) / inputs.phaseScale
  const byFlash = current.method !== 'fast-shutter'
  const flash =
    captured === null && byFlash
      ? UNLIT
      : whole.exposure.flash === null
        ? null
        : whole.exposure.flash + (shot.flashStops ?? 0)
  return {
    ...whole,
    sequence: shot.captured === null ? null : whole.sequence,
    timing: { ...whole.timing, impact, moment: shot.moment ?? whole.timing.moment, captured },
    caughtAt: place === null || thrown.motion.kind === 'still' ? null : place - thrown.subject.distance,
    exposure: { ...whole.exposure, flash },
  }
}
