import { said, named } from '../../plan/findings/types'
import { median, quantileOf, spreadOf } from '../statistics'
import { type LabFigure, type LabReading, type LabTool, numberOf } from '../types'
import { type Region, boxIn, levelsIn, stopsOfLevel } from './decode'
import { framesOf, patchOf } from './patch'

/** Light of half a code of the file above black: less cannot be told. */
const HALF_CODE = 0.5 / 255 / 12.92
/** A pixel this many times above the median of its neighbours is a hot one. */
const HOT = 4

/** Levels without pixels that stand far above their neighbours. */
function withoutHot(levels: Float32Array, width: number): { levels: Float32Array; hot: number } {
  const middle = median(levels)
  const floor = middle + HOT * Math.max(spreadOf(levels), HALF_CODE)
  const kept: number[] = []
  let hot = 0
  for (let i = 0; i < levels.length; i++) {
    const value = levels[i]!
    const beside = Math.max(levels[i - 1] ?? 0, levels[i + 1] ?? 0, levels[i - width] ?? 0, levels[i + width] ?? 0)
    if (value > floor && value > HOT * Math.max(beside, HALF_CODE)) hot++
    else kept.push(value)
  }
  return { levels: Float32Array.from(kept), hot }
}

/** Share of the median's error by which the light of a patch is known. */
const errorOf = (levels: Float32Array, middle: number): number =>
  (1.25 * spreadOf(levels)) / Math.sqrt(Math.max(1, levels.length / 16)) / Math.max(middle, HALF_CODE) / Math.LN2

function figuresOf(middle: number, high: number, error: number, bound: boolean, ev: number | null): LabFigure[] {
  const told = { error, quantity: 'stops' as const, ...(bound ? { bound: 'below' as const } : {}) }
  return [
    { id: 'ambient', label: 'lab.black.roomLightFrame', value: stopsOfLevel(middle), ...told },
    { id: 'brightest', label: 'lab.black.brightest1Frame', value: stopsOfLevel(high), ...told },
    ...(ev === null
      ? []
      : [
          {
            ...told,
            id: 'ev',
            label: 'lab.black.room' as const,
            value: ev + stopsOfLevel(middle),
            quantity: 'ev' as const,
          },
        ]),
  ]
}

/** EV at ISO 100 that an exposure is right for; null where the camera does not say. */
export function rightFor(exposure: {
  shutter: number | null
  aperture: number | null
  iso: number | null
}): number | null {
  const { shutter, aperture, iso } = exposure
  return shutter && aperture && iso ? Math.log2(aperture ** 2 / shutter) - Math.log2(iso / 100) : null
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const [file, dark] = framesOf(files)
  const { frame } = file!
  const { marks, box } = patchOf(file!, 0, { x0: 0.02, x1: 0.98, y0: 0.02, y1: 0.98 }, hand)
  const all = withoutHot(levelsIn(frame, box), box.x1 - box.x0)
  const floor = dark ? blackOf(dark.frame, box, frame.factor) : 0
  const [raw, top] = [median(all.levels), quantileOf(all.levels, 0.99)]
  const bound = raw - floor < HALF_CODE
  const [middle, high] = [Math.max(raw - floor, HALF_CODE), Math.max(top - floor, HALF_CODE)]
  const exposure = {
    shutter: numberOf(settings, 'shutter', frame.exposure.shutter ?? 0) || null,
    aperture: numberOf(settings, 'aperture', frame.exposure.aperture ?? 0) || null,
    iso: numberOf(settings, 'iso', frame.exposure.iso ?? 0) || null,
  }
  const ev = rightFor(exposure)
  // The curve that a camera draws its shadows by differs by a third of a stop or so from the standard one.
  const error = Math.hypot(errorOf(all.levels, middle), dark ? 0.1 : 0.15, bound ? 0.5 : 0)
  const figures = figuresOf(middle, high, error, bound, ev)
  const room = ev === null ? null : ev + stopsOfLevel(middle)
  return {
    figures: [
      ...figures,
      { id: 'hot', label: 'lab.black.hotPixelsLeftOut', value: all.hot, error: null, quantity: 'count' },
    ],
    marks,
    rows: [],
    limits: [
      said('lab.black.assumesTone', { tone: named(frame.tone) }),
      ...(dark ? [] : [said('lab.black.blackTaken0Add')]),
      ...(bound ? [said('lab.black.lessHalfLevelAbove')] : []),
      ...(ev === null ? [] : [said('lab.black.closeUpLensS')]),
      ...(ev === null ? [said('lab.black.enterShutterApertureIso')] : []),
    ],
    trusted: true,
    gives: room === null || bound ? [] : [evidence(room, error)],
  }
}

const evidence = (value: number, error: number): LabReading['gives'][number] => ({
  label: 'lab.black.useRoomLightSet',
  to: 'evidence',
  kind: 'ambient',
  value,
  error,
})

function blackOf(frame: Parameters<typeof levelsIn>[0], box: Region, factor: number): number {
  const scaled = { x0: box.x0 * factor, x1: box.x1 * factor, y0: box.y0 * factor, y1: box.y1 * factor }
  return median(levelsIn(frame, boxIn(frame, scaled)))
}

/** Frame without flash: how much of the room is in it. */
export const black: Omit<LabTool, 'sample'> = {
  id: 'black',
  title: 'lab.black.blackFrame',
  text: 'lab.black.frameWithoutFlashTake',
  takes: 'frame',
  least: 1,
  parts: ['lab.black.withoutFlash', 'lab.black.capOn'],
  fields: [
    { key: 'shutter', label: 'lab.black.open', type: 'number', quantity: 'time', start: null, min: 1e-5, max: 3600 },
    {
      key: 'aperture',
      label: 'lab.black.aperture',
      type: 'number',
      quantity: 'aperture',
      start: null,
      min: 0.7,
      max: 128,
    },
    { key: 'iso', label: 'lab.black.iso', type: 'number', quantity: 'iso', start: null, min: 1, max: 1e7 },
  ],
  read,
}
