import { said, named } from '../../plan/findings/types'
import { median, quantileOf, spreadOf } from '../statistics'
import { type LabFigure, type LabReading, type LabRow, type LabTool, numberOf } from '../types'
import { type Frame, frameShares } from './shares'
import { GREY, levelsIn } from './decode'
import { type FrameInput, framesOf, patchOf } from './patch'

/** Codes that a file keeps apart in the middle of its curve: a third of a stop has some nine of them. */
const ROUNDING = 0.02
/** The standard curve against a camera’s own, stops off per stop from mid grey. */
const CURVE = 0.12

interface Patch {
  stops: number
  error: number
  clipped: boolean
}

function patchStops(frame: Frame, levels: Float32Array, reflectance: number): Patch {
  const middle = Math.max(median(levels), 1e-6)
  const stops = Math.log2(middle / GREY) - Math.log2(reflectance / GREY)
  const noise = (1.25 * spreadOf(levels)) / Math.sqrt(levels.length) / middle / Math.LN2
  const curve = frame.tone === 'sRGB' ? CURVE * Math.abs(Math.log2(middle / GREY)) : 0.01
  return { stops, error: Math.hypot(noise, ROUNDING, curve), clipped: quantileOf(levels, 0.9) > 0.97 }
}

/**
 * The exponent by which a camera's contrast differs from the standard curve, from frames a known step apart.
 *
 * @param frames of the same thing in the same light, darkest to brightest or the other way
 * @param step stops from each to the next
 * @returns null where fewer than 200 px can be compared
 */
export function curveOf(frames: readonly Frame[], step: number): { exponent: number; error: number } | null {
  const ratios: number[] = []
  for (let i = 1; i < frames.length; i++) {
    const [a, b] = [frames[i - 1]!, frames[i]!]
    const stride = Math.max(1, Math.floor(a.level.length / 40_000))
    for (let p = 0; p < Math.min(a.level.length, b.level.length); p += stride) {
      const [u, v] = [a.level[p]!, b.level[p]!]
      // Neither clipped nor lost in the noise.
      if (Math.min(u, v) > 0.02 && Math.max(u, v) < 0.8) ratios.push(Math.abs(Math.log2(v / u)))
    }
  }
  const told = median(ratios)
  if (ratios.length < 200 || !(told > 0.05)) return null
  return {
    exponent: Math.abs(step) / told,
    error: (Math.abs(step) / told) * Math.hypot(spreadOf(ratios) / told / Math.sqrt(ratios.length / 25), 0.01),
  }
}

function lightRow(file: FrameInput, index: number, patch: Patch): LabRow {
  return {
    name: named(file.name),
    file: index,
    figures: [{ id: 'stops', label: 'lab.exposure.off', value: patch.stops, error: patch.error, quantity: 'stops' }],
  }
}

/** The same scene again with its levels bent by a camera's own curve. */
const bentFrame = (frame: Frame, exponent: number): Frame => ({
  ...frame,
  level: frame.level.map(level => (level <= 0 ? 0 : GREY * (level / GREY) ** exponent)),
  tone: 'estimated',
})

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const frames = framesOf(files)
  const reflectance = numberOf(settings, 'reflectance', GREY)
  const step = numberOf(settings, 'step', 0)
  const light = numberOf(settings, 'light', 0)
  const curve =
    step !== 0 && frames.length > 1
      ? curveOf(
          frames.map(({ frame }) => frame),
          step,
        )
      : null
  const shown = curve ? frames.map(file => ({ ...file, frame: bentFrame(file.frame, curve.exponent) })) : frames
  const { marks, box } = patchOf(frames[0]!, 0, { x0: 0.44, x1: 0.56, y0: 0.42, y1: 0.58 }, hand)
  const patches = shown.map(({ frame }) => patchStops(frame, levelsIn(frame, box), reflectance))
  const first = patches[0]!
  const shares = frameShares(frames[0]!.frame)
  const figures: LabFigure[] = [
    {
      id: 'stops',
      label: 'lab.exposure.exposureErrorPatch',
      value: first.stops,
      error: first.error,
      quantity: 'stops',
    },
    { id: 'white', label: 'lab.exposure.burntOut', value: shares.white, error: null, quantity: 'share' },
    { id: 'black', label: 'lab.exposure.blockedUpShadows', value: shares.black, error: null, quantity: 'share' },
    ...(curve
      ? [
          {
            id: 'contrast',
            label: 'lab.exposure.contrastAgainstStandardCurve' as const,
            value: 1 / curve.exponent,
            error: curve.error / curve.exponent ** 2,
            quantity: 'number' as const,
          },
        ]
      : []),
  ]
  return {
    figures,
    marks,
    rows: shown.length > 1 ? shown.map((file, i) => lightRow(file, i, patches[i]!)) : [],
    limits: [
      ...(first.clipped ? [said('lab.exposure.patchBurntOutOver')] : []),
      ...(curve || shown[0]!.frame.tone !== 'sRGB' ? [] : [said('lab.exposure.standardCurveAssumedTwo')]),
      ...(step !== 0 && frames.length > 1 && !curve ? [said('lab.exposure.noCurveTheseFrames')] : []),
    ],
    trusted: !first.clipped,
    gives: first.clipped
      ? []
      : [
          {
            label: light > 0 ? 'lab.exposure.useLightLevelSet' : 'lab.exposure.useExposureSetUp',
            to: 'evidence',
            kind: 'light',
            value: first.stops,
            error: first.error,
            ...(light > 0 ? { more: { light: light - 1 } } : {}),
          },
        ],
  }
}

/** Frame of a stand-in: by how much a light is off. */
export const exposureTool: Omit<LabTool, 'sample'> = {
  id: 'exposure',
  title: 'lab.exposure.exposure',
  text: 'lab.exposure.shootGreyCardStand',
  takes: 'frame',
  least: 1,
  fields: [
    {
      key: 'reflectance',
      label: 'lab.exposure.patchReflectance',
      type: 'number',
      quantity: 'share',
      start: 0.18,
      min: 0.01,
      max: 1,
    },
    {
      key: 'step',
      label: 'lab.exposure.exposureStepBetweenFrames',
      type: 'number',
      quantity: 'stops',
      start: null,
      min: -6,
      max: 6,
    },
    {
      key: 'light',
      label: 'lab.exposure.oneLightAloneNumber',
      type: 'number',
      quantity: 'count',
      start: null,
      min: 1,
      max: 16,
    },
  ],
  read,
}
