import { GRAVITY } from '../physics/constants'
import { motionBlur } from '../physics/optics'
import type { Body, Setup } from '../setup/types'
import { recoilSpeed } from '../physics/subjects'
import { trackOf } from './pops'
import type { Nature } from './nature'
import type { Motion } from '../physics/travel'

/** A body with its speed at the moment and the streak that gives. */
export interface BodyStreak extends Body {
  /** Its place in the set-up's list. */
  index: number
  /** m/s: typed, or worked out. */
  at: number
  /** m at the subject, m on the sensor, pixels. */
  subject: number
  sensor: number
  pixels: number
}

/** Half a stretch of time over which a table of places tells a speed, s. */
const STRETCH = 1e-4

/** m/s of the moving thing by the table of places at the moment, where there is one. */
function trackSpeed(setup: Pick<Setup, 'sequence'>, motion: Motion, time: number): number | null {
  const { track } = setup.sequence
  if (track.length < 2) return null
  const [low, high] = [Math.min(...track.map(row => row.time)), Math.max(...track.map(row => row.time))]
  const at = Math.min(Math.max(time, low + STRETCH), high - STRETCH)
  const { positionAt } = trackOf(setup, motion)
  return Math.abs(positionAt(at + STRETCH) - positionAt(at - STRETCH)) / (2 * STRETCH)
}

/** s before a strike at which what strikes has its whole speed. */
const JUST_BEFORE = 20e-6

/** m/s of the object itself at the moment: by the table of places, else by its motion. */
export function objectSpeedAt(setup: Pick<Setup, 'motion' | 'sequence'>, { motion, times }: Nature): number {
  // A stream ends at the surface: what goes on below it is its cloud's.
  const ends = setup.motion.kind === 'stream' ? (times.impact ?? Infinity) : Infinity
  const time = Math.min(times.moment ?? 0, ends)
  const tracked = trackSpeed(setup, motion, time)
  if (tracked !== null || times.moment === null) return tracked ?? 0
  // What strikes, bounces or ends just then still draws the speed it came with.
  const [now, before] = [motion.speedAt(time), motion.speedAt(Math.max(0, time - JUST_BEFORE))]
  return now < before / 2 ? before : now
}

/** m/s of a body where nothing was typed: by motion and recipe. */
function speedOf(
  body: Body,
  setup: Pick<Setup, 'motion' | 'subject'>,
  { motion, times }: Nature,
  object: number,
): number {
  const impact = times.impact === null ? 0 : motion.speedAt(times.impact)
  switch (body.kind) {
    case 'object':
    case 'own':
      return object
    case 'rim':
      return Math.PI * setup.motion.diameter * setup.motion.turns
    case 'tear':
      return setup.subject.crackSpeed
    case 'skin':
      return recoilSpeed()
    // What is thrown up leaves at about the speed of what fell.
    case 'drops':
      return impact
    case 'limbs':
      return setup.motion.speed
    // Freed contents fall; a cloud spreads at about half of what drives it.
    case 'contents':
      return setup.motion.kind === 'still' ? GRAVITY * Math.max(0, times.moment ?? 0) : impact / 2
  }
}

/** m of a drop, and of the edge of a skin: what is small goes by quickly. */
const SMALL = 0.003
/** m across a hand or a foot. */
const LIMB = 0.1

/** m/s of a speed as the sensor sees it: what comes at the camera draws no streak. */
export const acrossPicture = (speed: number, { angleToSensor }: Pick<Setup['picture'], 'angleToSensor'>): number =>
  speed * Math.abs(Math.cos(angleToSensor))

/** m along its way that a body covers: how long it stands before one place of the picture. */
export function sizeOf(setup: Pick<Setup, 'motion'>, body: Pick<Body, 'kind'>): number {
  switch (body.kind) {
    case 'drops':
    case 'tear':
    case 'skin':
      return SMALL
    case 'limbs':
      return LIMB
    case 'object':
    case 'rim':
    case 'contents':
    case 'own':
      return setup.motion.objectLength
  }
}

/** The streak of every body of a set-up for a duration of light, s. */
export function streaksOf(
  setup: Pick<Setup, 'motion' | 'subject' | 'picture' | 'bodies'>,
  nature: Nature,
  object: number,
  duration: number,
  optics: { magnification: number; pixelPitch: number },
): BodyStreak[] {
  const { angleToSensor } = setup.picture
  return setup.bodies.map((body, index) => {
    const at = body.speed ?? speedOf(body, setup, nature, object)
    return {
      ...body,
      index,
      at,
      ...motionBlur({
        speed: at,
        duration,
        magnification: optics.magnification,
        pixelPitch: optics.pixelPitch,
        angleToSensor,
      }),
    }
  })
}

/** The fastest of the bodies that must be sharp; null where none must. */
export const fastestSharp = (bodies: readonly BodyStreak[]): BodyStreak | null =>
  bodies.reduce<BodyStreak | null>(
    (worst, body) => (body.sharp && (worst === null || body.at > worst.at) ? body : worst),
    null,
  )
