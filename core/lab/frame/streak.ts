import { said } from '../../plan/findings/types'
import { type LabFigure, type LabReading, type LabTool, numberOf, unread } from '../types'
import { type Region, profileOf } from './decode'
import { type Edge, edgeOf } from './edge'
import { type DrawnEdge, drawnLength, wholeLength } from './pulseEdge'
import { type Stands, brightThing } from './object'
import { type FrameInput, framesOf, patchOf } from './patch'
import { type Direction, axisOf, isDirection } from './place'

/** An edge of a thing, with the levels it was read from. */
interface Side extends Edge {
  row: Float64Array
}

/** Edges of a thing on its two sides along an axis, over its middle, first to last. */
function sides({ frame }: FrameInput, { box }: Stands, axis: 'x' | 'y'): (Side | null)[] {
  const [size, most] = axis === 'x' ? [box.x1 - box.x0, frame.width] : [box.y1 - box.y0, frame.height]
  const [low, high] = axis === 'x' ? [box.y0, box.y1] : [box.x0, box.x1]
  const reach = Math.max(6, Math.round(size * 0.48))
  const band = {
    from: Math.floor(low + (high - low) * 0.42),
    to: Math.max(low + 2, Math.ceil(low + (high - low) * 0.58)),
  }
  const [first, last] = axis === 'x' ? [box.x0, box.x1] : [box.y0, box.y1]
  return [first, last].map(at => {
    const [from, to] = [Math.max(0, at - reach), Math.min(most, at + reach)]
    const strip: Region =
      axis === 'x' ? { x0: from, x1: to, y0: band.from, y1: band.to } : { x0: band.from, x1: band.to, y0: from, y1: to }
    const row = profileOf(frame, strip, axis)
    const edge = edgeOf(row)
    return edge && { ...edge, at: from + edge.at, row }
  })
}

/** Standard deviation of a soft edge from a tenth to nine tenths of it. */
const PER_WIDTH = 1 / 2.5631

const meanWidth = (edges: readonly Edge[]): number =>
  edges.reduce((total, edge) => total + edge.width, 0) / edges.length

/** px that the pulse drew the two ends out by; the way of the travel is the one that goes with them better. */
function drawn(first: Side | null, last: Side | null, soft: number, rough: number) {
  const along = (turned: boolean): DrawnEdge[] => {
    const [back, front] = turned ? [last, first] : [first, last]
    const row = (side: Side): Float64Array => (turned ? Float64Array.from(side.row).reverse() : side.row)
    return [...(back ? [{ row: row(back), front: false }] : []), ...(front ? [{ row: row(front), front: true }] : [])]
  }
  const [there, back] = [drawnLength(along(false), soft, rough), drawnLength(along(true), soft, rough)]
  return there && (!back || there.rest <= back.rest) ? there : back
}

/** px of the streak that a bright thing left along its travel: what drew its ends out more than its sides are soft. */
export function streakOf(file: FrameInput, direction: Direction, within: Region) {
  const thing = brightThing(file.frame, within)
  if (!thing) return null
  const axis = axisOf(direction)
  const [first, last] = sides(file, thing, axis) as [Side | null, Side | null]
  const ends = [first, last].filter(side => side !== null)
  const across = sides(file, thing, axis === 'x' ? 'y' : 'x').filter(side => side !== null)
  if (across.length === 0) return null
  const b = meanWidth(across)
  const a = ends.length > 0 ? meanWidth(ends) : b
  const rough = Math.sqrt(Math.max(0.04 * b * b, a ** 2 - b ** 2)) / 0.88
  const found = drawn(first, last, b * PER_WIDTH, rough)
  const [wide, tall] = [thing.box.x1 - thing.box.x0, thing.box.y1 - thing.box.y0]
  const size = across.length === 2 ? across[1]!.at - across[0]!.at : axis === 'x' ? tall : wide
  const seen = (axis === 'x' ? wide : tall) - size
  if (seen < LONG * size && (found?.length ?? 0) < LONG * size)
    return found && { length: found.length, error: found.error, blur: b, size, thing, atLeast: false }
  const whole = longStreak(file, thing, axis, { size, soft: b * PER_WIDTH })
  // What no uniform thing would leave is at least as long as it is seen to be.
  return whole
    ? { ...whole, blur: b, size, thing, atLeast: false }
    : { length: Math.max(seen, 1), error: Math.max(2, 0.05 * seen), blur: b, size, thing, atLeast: true }
}

/** A streak longer than this share of the thing is read from the whole of it: its ends run into one another. */
const LONG = 0.4
/** Share of a long streak that is looked at beyond each of its ends. */
const BEYOND = 1.2
/** What a fit may leave of the light at the most, share: more, and the thing is not evenly bright. */
const LEFT = 0.06

/** The streak of a thing that was drawn out over its own size or more, by its whole profile. */
function longStreak(
  { frame }: FrameInput,
  { box }: Stands,
  axis: 'x' | 'y',
  { size, soft }: { size: number; soft: number },
): { length: number; error: number } | null {
  const [first, last] = axis === 'x' ? [box.x0, box.x1] : [box.y0, box.y1]
  const [low, high] = axis === 'x' ? [box.y0, box.y1] : [box.x0, box.x1]
  const most = axis === 'x' ? frame.width : frame.height
  const beyond = BEYOND * (last - first)
  const [from, to] = [Math.max(0, Math.floor(first - beyond)), Math.min(most, Math.ceil(last + beyond))]
  const band = { from: Math.floor(low + (high - low) * 0.42), to: Math.ceil(low + (high - low) * 0.58) }
  const strip: Region =
    axis === 'x' ? { x0: from, x1: to, y0: band.from, y1: band.to } : { x0: band.from, x1: band.to, y0: from, y1: to }
  const row = profileOf(frame, strip, axis)
  const rough = Math.max(last - first - size, LONG * size)
  const [there, back] = [false, true].map(turned =>
    wholeLength(turned ? Float64Array.from(row).reverse() : Float64Array.from(row), { size, soft, rough }),
  )
  const best = there && (!back || there.left <= back.left) ? there : back
  return best && best.left < LEFT ? best : null
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const file = framesOf(files)[0]!
  const { marks, box } = patchOf(file, 0, { x0: 0.02, x1: 0.98, y0: 0.02, y1: 0.98 }, hand)
  const direction = isDirection(settings.way) ? settings.way : 'right'
  const streak = streakOf(file, direction, box)
  if (!streak) return unread([said('lab.streak.noBrightObjectDarker')], marks)
  const { factor } = file.frame
  const perPx = numberOf(settings, 'scale', NaN) || numberOf(settings, 'diameter', NaN) / (streak.size * factor)
  const scale = Number.isFinite(perPx) ? perPx : numberOf(settings, 'diameter', NaN) / (streak.size * factor)
  const speed = numberOf(settings, 'speed', NaN)
  const duration = numberOf(settings, 'duration', NaN)
  const [px, pxError] = [streak.length * factor, streak.error * factor]
  // The size across is read to a pixel on either side.
  const share = Number.isFinite(numberOf(settings, 'scale', NaN)) ? 0.005 : 0.8 / streak.size
  const [length, error] = [px * scale, px * scale * Math.hypot(pxError / px, share)]
  const { atLeast } = streak
  const weak = streak.length < 2 * streak.error || streak.length < 0.8 * streak.blur
  const figures: LabFigure[] = [
    { id: 'pixels', label: 'lab.streak.streakPixelsFile', value: px, error: pxError, quantity: 'number' },
    ...(Number.isFinite(length)
      ? [{ id: 'length', label: 'lab.streak.streak' as const, value: length, error, quantity: 'length' as const }]
      : []),
    ...(Number.isFinite(length / speed)
      ? [
          {
            id: 'duration',
            label: 'lab.streak.flashDurationT1' as const,
            value: length / speed,
            error: error / speed,
            quantity: 'time' as const,
          },
        ]
      : []),
    ...(Number.isFinite(length / duration)
      ? [
          {
            id: 'speed',
            label: 'lab.streak.speedObject' as const,
            value: length / duration,
            error: error / duration,
            quantity: 'speed' as const,
          },
        ]
      : []),
  ]
  const told = figures.find(figure => figure.id === 'speed')
  return {
    figures: atLeast
      ? figures.map(figure => ({ ...figure, bound: 'above' as const }))
      : weak
        ? figures.map(figure => ({ ...figure, bound: 'below' as const, value: figure.value! + 2 * figure.error! }))
        : figures,
    marks,
    rows: [],
    limits: [
      ...(atLeast ? [said('lab.streak.longerObjectButNot')] : []),
      ...(weak ? [said('lab.streak.hardlyLongerSoftEdges')] : []),
      ...(Number.isFinite(scale) ? [] : [said('lab.streak.enterObjectSSize')]),
      said('lab.streak.unevenlyLitObjectMakes'),
    ],
    trusted: !weak && !atLeast,
    gives:
      told && !weak && !atLeast
        ? [
            {
              label: 'lab.streak.useSpeedSetUp' as const,
              to: 'evidence',
              kind: 'speed',
              value: told.value!,
              error: told.error!,
            },
          ]
        : durationGive(figures, settings, weak || atLeast),
  }
}

function durationGive(
  figures: readonly LabFigure[],
  settings: Parameters<LabTool['read']>[1],
  weak: boolean,
): LabReading['gives'] {
  const duration = figures.find(figure => figure.id === 'duration')
  const power = numberOf(settings, 'power', NaN)
  if (!duration || weak || !Number.isFinite(power)) return []
  const t01 = duration.value!
  const error = duration.error === null ? null : duration.error / t01
  return [{ label: 'lab.streak.saveDurationFlashKit', to: 'kit-row', power, t05: null, t01, error }]
}

/** Length of a streak: how long the light lasts, or how fast the thing is. */
export const streak: Omit<LabTool, 'sample'> = {
  id: 'streak',
  title: 'lab.streak.streak',
  text: 'lab.streak.shootBrightObjectDark',
  takes: 'frame',
  least: 1,
  full: true,
  fields: [
    {
      key: 'way',
      label: 'lab.streak.directionMovement',
      type: 'choice',
      start: 'right',
      options: [
        { value: 'right', label: 'lab.streak.acrossPicture' },
        { value: 'down', label: 'lab.streak.upDown' },
      ],
    },
    {
      key: 'diameter',
      label: 'lab.streak.sizeAcrossPath',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 1e-4,
      max: 10,
    },
    {
      key: 'scale',
      label: 'lab.streak.scaleIfNotObject',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 1e-8,
      max: 0.1,
    },
    {
      key: 'speed',
      label: 'lab.streak.speedObject',
      type: 'number',
      quantity: 'speed',
      start: null,
      min: 1e-3,
      max: 2000,
    },
    {
      key: 'duration',
      label: 'lab.streak.flashDurationT12',
      type: 'number',
      quantity: 'time',
      start: null,
      min: 1e-7,
      max: 1,
    },
    { key: 'power', label: 'lab.streak.power', type: 'number', quantity: 'power', start: null, min: 1 / 1024, max: 1 },
  ],
  read,
}
