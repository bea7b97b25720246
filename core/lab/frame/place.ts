import { said } from '../../plan/findings/types'
import { type LabReading, type LabTool, type LabMark, numberOf, settled, unread } from '../types'
import { type Region, profileOf } from './decode'
import { type Stands, changedThing, perceived } from './object'
import { type FrameInput, framesOf } from './patch'
import { median, spreadOf } from '../statistics'

/** Directions in which a thing can move across the frame. */
export const DIRECTIONS = ['right', 'left', 'down', 'up'] as const
/** The direction in which a thing moves across the frame. */
export type Direction = (typeof DIRECTIONS)[number]
/** Whether a setting names a direction. */
export const isDirection = (value: unknown): value is Direction => DIRECTIONS.includes(value as Direction)
const ahead = (direction: Direction): 1 | -1 => (direction === 'right' || direction === 'down' ? 1 : -1)
/** The frame's axis that a direction runs along. */
export const axisOf = (direction: Direction): 'x' | 'y' => (direction === 'right' || direction === 'left' ? 'x' : 'y')

/** A column counts as part of the thing where it covers so much of the fullest one. */
const PART = 0.15

/**
 * Where the front of what stands out is, along its travel.
 *
 * @returns px of the frame, finer than its pixels where the front is one edge
 */
export function frontOf(
  now: FrameInput,
  empty: FrameInput | null,
  thing: Stands,
  direction: Direction,
): { at: number; error: number } {
  const axis = axisOf(direction)
  const covered = axis === 'x' ? thing.columns : thing.rows
  const start = axis === 'x' ? thing.box.x0 : thing.box.y0
  const most = covered.reduce((a, b) => Math.max(a, b), 0)
  const enough = (i: number): boolean => covered[i]! >= Math.max(2, PART * most)
  let i = ahead(direction) > 0 ? covered.length - 1 : 0
  while (i >= 0 && i < covered.length && !enough(i)) i -= ahead(direction)
  const rough = start + i + (ahead(direction) > 0 ? 1 : 0)
  const fine = fineFront(now, empty, thing, direction, rough)
  return fine ?? { at: rough, error: 0.8 }
}

/** px inside of where something begins by which an edge, soft and smeared, has come to its own level. */
const EDGE = 4

/**
 * Where something begins, walking along a row: half of the level that it has come to a few pixels on. What lies
 * farther in does not count: a round thing is brighter there than at its edge.
 */
export function beginning(row: ArrayLike<number>): { at: number; error: number } | null {
  const outside = Array.from({ length: Math.max(3, Math.floor(row.length / 4)) }, (_, i) => row[i]!)
  const [ground, noise] = [median(outside), Math.max(spreadOf(outside), 1e-3)]
  const top = Array.from(row).reduce((a, b) => Math.max(a, b), 0)
  const least = ground + Math.max(5 * noise, 0.04 * (top - ground))
  let first = 0
  while (first + 1 < row.length && !(row[first]! > least && row[first + 1]! > least)) first++
  if (first + 1 >= row.length) return null
  const inside = Array.from({ length: EDGE + 1 }, (_, i) => row[first + i] ?? 0)
  const half = ground + (Math.max(...inside) - ground) / 2
  let at = Math.max(1, first)
  while (at + 1 < row.length && row[at]! < half) at++
  const [low, high] = [row[at - 1]!, row[at]!]
  const rise = Math.max(high - low, 1e-6)
  const found = at - 1 + Math.min(1, Math.max(0, (half - low) / rise))
  // A soft edge stands at its half, one that is shaded away where it begins: between the two, and as far off as that.
  const spread = Math.max(0, found - first)
  return { at: found - spread / 4, error: Math.hypot(0.1, noise / rise, (spread + 1) / 2.5) }
}

/** The front's own edge, over the middle of the thing. */
function fineFront(
  { frame }: FrameInput,
  empty: FrameInput | null,
  { box }: Stands,
  direction: Direction,
  rough: number,
): { at: number; error: number } | null {
  const axis = axisOf(direction)
  const [size, most] = axis === 'x' ? [box.x1 - box.x0, frame.width] : [box.y1 - box.y0, frame.height]
  const reach = Math.max(6, Math.min(30, Math.round(size / 3)))
  const [from, to] = [Math.max(0, Math.floor(rough - reach)), Math.min(most, Math.ceil(rough + reach))]
  const [low, high] = axis === 'x' ? [box.y0, box.y1] : [box.x0, box.x1]
  const middle = {
    from: Math.floor(low + (high - low) * 0.4),
    to: Math.max(low + 2, Math.ceil(low + (high - low) * 0.6)),
  }
  const strip: Region =
    axis === 'x'
      ? { x0: from, x1: to, y0: middle.from, y1: middle.to }
      : { x0: middle.from, x1: middle.to, y0: from, y1: to }
  const level = empty ? differences(frame.level, empty.frame.level) : perceived(frame)
  const row = profileOf({ ...frame, level }, strip, axis)
  const begins = beginning(ahead(direction) > 0 ? row.slice().reverse() : row)
  if (!begins) return null
  // Between the middles of its pixels, from the side that it is ahead of.
  const at = ahead(direction) > 0 ? to - begins.at - 0.5 : from + begins.at + 0.5
  return Math.abs(at - rough) > reach * 0.8 ? null : { at, error: begins.error }
}

const differences = (now: Float32Array, was: Float32Array): Float32Array =>
  now.map((level, i) => Math.abs(Math.sqrt(Math.max(0, level)) - Math.sqrt(Math.max(0, was[i] ?? 0))))

/** Where another part that changed is as large as so much of it, either may be the thing. */
const SHIFTED = 0.5

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const [now, empty] = framesOf(files)
  const direction = isDirection(settings.way) ? settings.way : 'right'
  const axis = axisOf(direction)
  const { frame } = now!
  if (!empty || empty.frame.width !== frame.width || empty.frame.height !== frame.height)
    return unread([said('lab.place.addFrameSamePlace')])
  const whole = { x0: 0, y0: 0, x1: frame.width, y1: frame.height }
  const thing = changedThing(frame, empty.frame, whole)
  const size = (axis === 'x' ? frame.width : frame.height) * frame.factor
  const front = thing && frontOf(now!, empty, thing, direction)
  const read: Omit<LabMark, 'byHand'>[] = [
    {
      id: 'front',
      label: 'lab.place.leadingEdge',
      file: 0,
      kind: axis,
      at: (front?.at ?? size / 2 / frame.factor) * frame.factor,
    },
    { id: 'mark', label: 'lab.place.mark', file: 0, kind: axis, at: size / 2 },
    { id: 'from', label: 'lab.place.knownLength', file: 1, kind: axis, at: 0 },
    { id: 'to', label: 'lab.place.knownLength2', file: 1, kind: axis, at: size },
  ]
  const marks = settled(read, hand)
  const at = (id: string): LabMark => marks.find(mark => mark.id === id)!
  const length = numberOf(settings, 'length', NaN)
  const perPx = length / Math.abs(at('to').at - at('from').at || 1)
  const past = (at('front').at - at('mark').at) * ahead(direction) * perPx
  const scaleError = numberOf(settings, 'lengthError', 0.002) / length
  const px = at('front').byHand ? 2 : (front?.error ?? 3) * frame.factor
  const error = Math.hypot(px * perPx, past * scaleError)
  const found = front !== null || at('front').byHand
  const told = found && Number.isFinite(length)
  const shifted = thing !== null && thing.next > SHIFTED * thing.area && !at('front').byHand
  const trusted = told && !shifted
  return {
    figures: told
      ? [
          { id: 'past', label: 'lab.place.leadingEdgePastMark', value: past, error, quantity: 'length' },
          { id: 'scale', label: 'lab.place.pixelSize', value: perPx, error: perPx * scaleError, quantity: 'length' },
        ]
      : [],
    marks,
    rows: [],
    limits: [
      ...(found ? [] : [said('lab.place.noDifferenceEmptyFrame')]),
      ...(Number.isFinite(length) ? [] : [said('lab.place.enterHowLongKnown')]),
      ...(shifted ? [said('lab.place.moreObjectDiffersEmpty')] : []),
      ...(thing && touches(thing.box, frame.width, frame.height, direction) ? [said('lab.place.runsOutFrameMay')] : []),
      said('lab.place.knownLengthMustLie'),
      said('lab.place.edgeShadowOnlySeen'),
    ],
    trusted,
    gives: trusted ? givesOf(past, error, numberOf(settings, 'delay', NaN)) : [],
  }
}

const touches = (box: Region, width: number, height: number, direction: Direction): boolean =>
  (direction === 'right' && box.x1 >= width - 1) ||
  (direction === 'left' && box.x0 <= 1) ||
  (direction === 'down' && box.y1 >= height - 1) ||
  (direction === 'up' && box.y0 <= 1)

function givesOf(past: number, error: number, delay: number): LabReading['gives'] {
  return [
    { label: 'lab.place.addPositionTake', to: 'take', position: past, note: null },
    ...(Number.isFinite(delay)
      ? [
          {
            label: 'lab.place.usePositionSetUp' as const,
            to: 'evidence' as const,
            kind: 'place' as const,
            value: past,
            error,
            more: { delay },
          },
        ]
      : []),
  ]
}

/** How far past the mark a thing was caught. */
export const place: Omit<LabTool, 'sample'> = {
  id: 'place',
  title: 'lab.place.place',
  text: 'lab.place.compareTakeSameFrame',
  takes: 'frame',
  least: 2,
  parts: ['lab.place.theTake', 'lab.place.withoutObject'],
  fields: [
    {
      key: 'way',
      label: 'lab.place.directionMovement',
      type: 'choice',
      start: 'right',
      options: [
        { value: 'right', label: 'lab.place.right' },
        { value: 'left', label: 'lab.place.left' },
        { value: 'down', label: 'lab.place.down' },
        { value: 'up', label: 'lab.place.up' },
      ],
    },
    {
      key: 'length',
      label: 'lab.place.knownLength3',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 1e-4,
      max: 100,
    },
    {
      key: 'lengthError',
      label: 'lab.place.uncertainty',
      type: 'number',
      quantity: 'length',
      start: 0.002,
      min: 0,
      max: 1,
    },
    { key: 'delay', label: 'lab.place.dialledDelay', type: 'number', quantity: 'time', start: null, min: 0, max: 60 },
  ],
  read,
}
