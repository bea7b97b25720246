import type { FlashSetup, LightRole } from './types'

/** A light this far behind the subject, seen from above, still lights what faces the camera: sine of 12°. */
const BESIDE = 0.2

/** Whether a light stands on the camera's side of the subject, or beside it. */
export const standsInFront = ({ angle, elevation }: Pick<FlashSetup, 'angle' | 'elevation'>): boolean =>
  Math.sin(angle) * Math.cos(elevation) <= BESIDE

/** What a light is most likely there for by where it stands. */
export const roleByPlace = (flash: Pick<FlashSetup, 'angle' | 'elevation'>): LightRole =>
  standsInFront(flash) ? 'key' : 'rim'

/** Whether a light exposes what faces the camera: it is there for that, and stands where it can. */
export const exposesFront = (flash: Pick<FlashSetup, 'role' | 'angle' | 'elevation'>): boolean =>
  (flash.role === 'key' || flash.role === 'fill') && standsInFront(flash)
