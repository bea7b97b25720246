import type { FlashSetup, Setup } from '../setup/types'
import { aimSpot } from './aim'
import { type LampShape, lobeOf, minus, scaled, squareTo, unit } from './lamp'
import { type Stage, inPicture, lightPlace } from './place'

/** A face this much smaller than its distance is a point. */
const POINT = 0.04

type Placed = Pick<
  FlashSetup,
  | 'role'
  | 'distance'
  | 'angle'
  | 'elevation'
  | 'aimAlong'
  | 'aimAcross'
  | 'aimOut'
  | 'headWidth'
  | 'headHeight'
  | 'beamAngle'
>

/** Where a light stands, where it is aimed and the face that gives its light, in the picture's axes. */
export function shapeOf(stage: Stage, scene: Setup['scene'], flash: Placed): LampShape {
  const place = lightPlace(stage, flash)
  const { along, across: off, out } = aimSpot(flash, scene)
  const aim = unit(minus(inPicture(stage, along, off, out), place))
  const { across, up } = squareTo(aim)
  return {
    place,
    aim,
    across: scaled(across, flash.headWidth / 2),
    up: scaled(up, flash.headHeight / 2),
    area: flash.headWidth * flash.headHeight,
    lobe: lobeOf(flash.beamAngle),
    wide: Math.hypot(flash.headWidth, flash.headHeight) > POINT * flash.distance,
  }
}
