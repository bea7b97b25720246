import type { Plan } from '~~/core'
import { type Axes, isUpright, pathTimeExtent, travelExtent } from './axes'
import { linear } from './linear'
import type { Extent } from '../../utils/extent'
import type { LabelBox } from './labels'

export interface RigView {
  /** m along the travel, chosen by zooming; null: all of the rig. */
  along: Extent | null
  /** s, chosen by zooming; null: up to the moment. */
  time: Extent | null
  /** m that the table plan is moved across. */
  shift: number
}

export interface RigLayout {
  upright: boolean
  table: Axes
  path: Axes
  tableBounds: LabelBox
  pathBounds: LabelBox
  /** px a metre. */
  perMetre: number
  fitAlong: Extent
  fitTime: Extent
}

export const GUTTER = 58
const HEAD = 20

/**
 * Table plan and path chart on one distance axis: one above the other, or side by side where the travel stands upright.
 */
export function rigLayout(plan: Plan, width: number, height: number, view: RigView): RigLayout {
  const upright = isUpright(plan)
  const fitTime = pathTimeExtent(plan)
  const time = [...(view.time ?? fitTime)] as [number, number]
  if (upright) {
    const split = Math.round(width * 0.42)
    const top = HEAD + 34
    const bottom = height - 26
    const fitAlong = travelExtent(plan, bottom - top, split)
    const [low, high] = view.along ?? fitAlong
    // A toss climbs; what falls or pours goes down.
    const along = linear([low, high], plan.setup.motion.kind === 'toss' ? [bottom, top] : [top, bottom])
    const perMetre = Math.abs(along(1) - along(0))
    const axis = split * 0.56 - view.shift * perMetre
    return {
      upright,
      perMetre,
      fitAlong,
      fitTime,
      table: { upright, along, across: linear([-1, 1], [axis - perMetre, axis + perMetre]) },
      path: { upright, along, across: linear(time, [split + GUTTER, Math.max(split + GUTTER + 100, width - 14)]) },
      tableBounds: { x: 0, y: HEAD, width: split, height: height - HEAD },
      pathBounds: { x: split, y: HEAD + 16, width: width - split, height: height - HEAD - 16 },
    }
  }
  const split = Math.round(height * 0.4)
  const right = Math.max(GUTTER + 100, width - 10)
  const fitAlong = travelExtent(plan, right - GUTTER, split)
  const along = linear([...(view.along ?? fitAlong)] as [number, number], [GUTTER, right])
  const perMetre = Math.abs(along(1) - along(0))
  // Below the middle: lights stand behind, and a far camera is drawn broken off.
  const axis = split * 0.54 + view.shift * perMetre
  return {
    upright,
    perMetre,
    fitAlong,
    fitTime,
    table: { upright, along, across: linear([-1, 1], [axis + perMetre, axis - perMetre]) },
    path: { upright, along, across: linear(time, [split + HEAD + 4, height - 20]) },
    tableBounds: { x: 0, y: HEAD, width, height: split - HEAD },
    pathBounds: { x: 0, y: split + HEAD, width, height: height - split - HEAD },
  }
}
