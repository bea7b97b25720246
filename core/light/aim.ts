import type { FlashSetup, Setup } from '../setup/types'
import { beamShare, lobeOf } from './lamp'
import { type Spot, lightSpot } from './place'

type Aimed = Pick<FlashSetup, 'role' | 'aimAlong' | 'aimAcross' | 'aimOut'>

/** Where a light is aimed, from the middle of the subject: at it, a ground light at the ground, or beside either. */
export const aimSpot = ({ role, aimAlong, aimAcross, aimOut }: Aimed, { ground }: Setup['scene']): Spot => ({
  along: aimAlong,
  across: aimAcross + (role === 'ground' ? ground.distance : 0),
  out: aimOut,
})

/** Whether a light is aimed beside the subject; a ground light has another aim altogether. */
export const aimedBeside = ({ role, aimAlong, aimAcross, aimOut }: Aimed): boolean =>
  role !== 'ground' && (aimAlong !== 0 || aimAcross !== 0 || aimOut !== 0)

/**
 * Share of its brightness that reaches the subject of a light aimed beside it, 0 to 1: feathered. A ground light has
 * another aim altogether and is not asked.
 */
export function feathered(flash: Aimed & Pick<FlashSetup, 'distance' | 'angle' | 'elevation' | 'beamAngle'>): number {
  if (!aimedBeside(flash)) return 1
  const { aimAlong, aimAcross, aimOut } = flash
  const { along, across, out } = lightSpot(flash)
  const [x, y, z] = [aimAlong - along, aimAcross - across, aimOut - out]
  const far = Math.hypot(x, y, z) * Math.hypot(along, across, out)
  return far === 0 ? 0 : beamShare(lobeOf(flash.beamAngle), -(x * along + y * across + z * out) / far)
}
