import { said } from '../../plan/findings/types'
import { type LabFigure, type LabReading, type LabTool, type LabMark, numberOf, settled } from '../types'
import { quantileOf } from '../statistics'
import type { Region } from './decode'
import { type FrameInput, framesOf, patchOf } from './patch'
import { slantedEdge } from './slanted'

function edgeReading(file: FrameInput, hand: Parameters<LabTool['read']>[2]): LabReading {
  const { marks, box } = patchOf(file, 0, { x0: 0.42, x1: 0.58, y0: 0.42, y1: 0.58 }, hand)
  const edge = slantedEdge(file.frame, box)
  if (!edge) {
    return { figures: [], marks, rows: [], limits: [said('lab.sharpness.noEdge')], trusted: false, gives: [] }
  }
  const { factor } = file.frame
  const straight = Math.abs(edge.angle) < 0.01
  return {
    figures: [
      {
        id: 'width',
        label: 'lab.sharpness.edgeWidth1090',
        value: edge.width * factor,
        error: edge.widthError * factor,
        quantity: 'number',
      },
    ],
    marks,
    rows: [],
    limits: [
      ...(straight ? [said('lab.sharpness.edgeStandsStraightAlong')] : []),
      ...(factor > 1 ? [said('lab.sharpness.pictureWasScaledDown')] : []),
      said('lab.sharpness.cameraSOwnSharpening'),
    ],
    trusted: true,
    gives: [
      {
        label: 'lab.sharpness.addNoteLog',
        to: 'take',
        position: null,
        note: said('lab.sharpness.note', { px: { value: edge.width * factor, quantity: 'number' } }),
      },
    ],
  }
}

/** How much fine detail there is in each part of a ruler, first to last. */
function detailAlong({ frame }: FrameInput, { x0, y0, x1, y1 }: Region, across: boolean): Float64Array {
  const n = across ? x1 - x0 : y1 - y0
  const other = across ? y1 - y0 : x1 - x0
  const detail = new Float64Array(n)
  for (let i = 1; i < n - 1; i++) {
    let total = 0
    for (let j = 1; j < other - 1; j++) {
      const [x, y] = across ? [x0 + i, y0 + j] : [x0 + j, y0 + i]
      const at = y * frame.width + x
      const step = across ? 1 : frame.width
      // Second difference: slow shading does not count, and noise counts the same everywhere.
      const curve = frame.level[at - step]! + frame.level[at + step]! - 2 * frame.level[at]!
      total += curve * curve
    }
    detail[i] = total / other
  }
  return detail
}

function smoothed(values: Float64Array, reach: number): Float64Array {
  const out = new Float64Array(values.length)
  let sum = 0
  for (let i = -reach; i < values.length; i++) {
    if (i + reach < values.length) sum += values[i + reach]!
    if (i - reach - 1 >= 0) sum -= values[i - reach - 1]!
    if (i >= 0) out[i] = sum / (2 * reach + 1)
  }
  return out
}

function rulerReading(
  file: FrameInput,
  settings: Parameters<LabTool['read']>[1],
  hand: Parameters<LabTool['read']>[2],
): LabReading {
  const { marks, box } = patchOf(file, 0, { x0: 0.05, x1: 0.95, y0: 0.42, y1: 0.58 }, hand)
  const across = box.x1 - box.x0 >= box.y1 - box.y0
  const n = across ? box.x1 - box.x0 : box.y1 - box.y0
  const detail = smoothed(detailAlong(file, box, across), Math.max(2, Math.round(n / 60)))
  const floor = quantileOf(detail, 0.1)
  let peak = 0
  detail.forEach((value, i) => {
    if (value > detail[peak]!) peak = i
  })
  const level = floor + (detail[peak]! - floor) / 4
  let [low, high] = [peak, peak]
  while (low > 0 && detail[low - 1]! >= level) low--
  while (high < n - 1 && detail[high + 1]! >= level) high++
  const { factor } = file.frame
  const from = (across ? box.x0 : box.y0) * factor
  const read = [
    { id: 'near', label: 'lab.sharpness.sharp' as const, at: low },
    { id: 'best', label: 'lab.sharpness.sharpest' as const, at: peak },
    { id: 'far', label: 'lab.sharpness.sharp2' as const, at: high },
  ].map(({ id, label, at }): Omit<LabMark, 'byHand'> => ({
    id,
    label,
    file: 0,
    kind: across ? 'x' : 'y',
    at: from + at * factor,
  }))
  const set = settled(read, hand)
  const length = numberOf(settings, 'length', NaN)
  const perPx = length / (n * factor)
  const at = (id: string): number => set.find(mark => mark.id === id)!.at - from
  const weak = detail[peak]! < floor * 4
  const half = (n * factor) / 2
  const figures: LabFigure[] = Number.isFinite(length)
    ? [
        {
          id: 'depth',
          label: 'lab.sharpness.sharpOver',
          value: Math.abs(at('far') - at('near')) * perPx,
          error: 0.04 * length,
          quantity: 'length',
        },
        {
          id: 'off',
          label: 'lab.sharpness.sharpestMiddleRulerTowards',
          value: (at('best') - half) * perPx,
          error: 0.02 * length,
          quantity: 'length',
        },
      ]
    : []
  return {
    figures,
    marks: [...marks, ...set],
    rows: [],
    limits: [
      ...(Number.isFinite(length) ? [] : [said('lab.sharpness.enterHowFarBack')]),
      ...(weak ? [said('lab.sharpness.noPartClearlySharper')] : []),
      said('lab.sharpness.sharpHereMeansQuarter'),
    ],
    trusted: !weak && Number.isFinite(length),
    gives: [],
  }
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const file = framesOf(files)[0]!
  return settings.target === 'ruler' ? rulerReading(file, settings, hand) : edgeReading(file, hand)
}

/** How sharp a stand-in is, and how deep. */
export const sharpness: Omit<LabTool, 'sample'> = {
  id: 'sharpness',
  title: 'lab.sharpness.sharpness',
  text: 'lab.sharpness.standFocusSlantedEdge',
  takes: 'frame',
  least: 1,
  full: true,
  fields: [
    {
      key: 'target',
      label: 'lab.sharpness.whatWasShot',
      type: 'choice',
      start: 'edge',
      options: [
        { value: 'edge', label: 'lab.sharpness.slantedEdge' },
        { value: 'ruler', label: 'lab.sharpness.rulerLeadingAway' },
      ],
    },
    {
      key: 'length',
      label: 'lab.sharpness.depthPartReachesOver',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 1e-3,
      max: 10,
    },
  ],
  read,
}
