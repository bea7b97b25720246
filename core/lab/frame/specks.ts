import { type ReadText, said } from '../../plan/findings/types'
import { type Frame, type LabReading, type LabTool, unread } from '../types'
import { spreadOf } from '../statistics'
import { blurred } from './blurred'
import { perceived } from './object'
import { type FrameInput, framesOf } from './patch'

/** A spot that stays where it is from frame to frame. */
export interface Speck {
  /** Shares of the picture's width and height, of its middle. */
  x: number
  y: number
  /** px of the frame. */
  size: number
  /** How much darker (−) or brighter it is than around it, share. */
  contrast: number
}

/** Spots are looked for up to this share of the picture's width. */
const LARGEST = 0.04
/** Standard deviations that a spot must stand out by, in all frames but a quarter of them. */
const STANDS_OUT = 3.5
/** Fainter spots are not seen in a print, and the rim of a picture is full of them. */
const FAINTEST = 0.08

/** How far each pixel of a frame stands out of what is round it, in standard deviations, and by what share. */
export interface Standing {
  width: number
  height: number
  z: Float32Array
  contrast: Float32Array
}

/** What of a frame stands out against its smooth surroundings. */
export function standingIn(frame: Frame): Standing {
  const { width, height } = frame
  const seen = perceived(frame)
  const fine = blurred(seen, width, height, 1)
  const round = blurred(seen, width, height, Math.max(4, Math.round(width * LARGEST)))
  const residuals = fine.map((value, i) => value - round[i]!)
  // Where much is drawn, little stands out: the usual deviation of the place.
  const square = blurred(
    residuals.map(value => value * value),
    width,
    height,
    Math.max(6, Math.round(width * LARGEST * 1.5)),
  )
  const noise = Math.max(spreadOf(residuals.filter((_, i) => i % 11 === 0)), 1e-4)
  return {
    width,
    height,
    z: residuals.map((value, i) => value / Math.max(noise, 0.5 * Math.sqrt(square[i]!))),
    contrast: residuals.map((value, i) => (2 * value) / Math.max(round[i]!, 1e-3)),
  }
}

/**
 * Spots at the same place in every frame, dark or bright: drops and dust on the lens or the sensor.
 *
 * @param all what stands out in each of three frames of one size or more
 */
export function specksOf(all: readonly Standing[]): Speck[] {
  const { width, height } = all[0]!
  const stays = new Uint8Array(width * height)
  for (let i = 0; i < stays.length; i++) {
    let [dark, bright] = [0, 0]
    for (const { z } of all) {
      if (z[i]! > STANDS_OUT) bright++
      else if (z[i]! < -STANDS_OUT) dark++
    }
    // In one frame of four a thing may stand before it.
    const enough = all.length - Math.floor(all.length / 4)
    if ((dark >= enough && bright === 0) || (bright >= enough && dark === 0)) stays[i] = 1
  }
  const specks: Speck[] = []
  const stack: number[] = []
  for (let i = 0; i < stays.length && specks.length < 40; i++) {
    if (stays[i] !== 1) continue
    stack.push(i)
    stays[i] = 2
    const members: number[] = []
    while (stack.length > 0) {
      const at = stack.pop()!
      members.push(at)
      for (const next of [at - 1, at + 1, at - width, at + width])
        if (stays[next] === 1) {
          stays[next] = 2
          stack.push(next)
        }
    }
    const speck = speckOf(members, width, height, all[0]!.contrast)
    if (speck) specks.push(speck)
  }
  return specks.sort((a, b) => b.size - a.size)
}

/** A spot is about as wide as high, and full: edges of things are not. */
function speckOf(members: readonly number[], width: number, height: number, contrast: Float32Array): Speck | null {
  const xs = members.map(at => at % width)
  const ys = members.map(at => Math.floor(at / width))
  const range = (values: readonly number[]): [number, number] =>
    values.reduce<[number, number]>(
      ([low, high], value) => [Math.min(low, value), Math.max(high, value)],
      [Infinity, -Infinity],
    )
  const [[x0, x1], [y0, y1]] = [range(xs), range(ys)]
  const [wide, tall] = [x1 - x0 + 1, y1 - y0 + 1]
  const full = members.length / (wide * tall)
  const size = Math.max(wide, tall)
  if (members.length < 4 || full < 0.5 || Math.max(wide / tall, tall / wide) > 2 || size > 2 * LARGEST * width)
    return null
  const mean = members.reduce((total, at) => total + contrast[at]!, 0) / members.length
  if (Math.abs(mean) < FAINTEST) return null
  return { x: (x0 + x1 + 1) / 2 / width, y: (y0 + y1 + 1) / 2 / height, size, contrast: mean }
}

/** Names of the parts of a lens, by row from the top and by column from the left. */
const PARTS_OF_LENS = [
  ['read.topLeft', 'read.top', 'read.topRight'],
  ['read.left', 'read.middle', 'read.right'],
  ['read.bottomLeft', 'read.bottom', 'read.bottomRight'],
] as const

/** Where on the lens a spot of the picture sits. */
export function onTheLens({ x, y }: Pick<Speck, 'x' | 'y'>): ReadText {
  const third = (at: number): 0 | 1 | 2 => (at < 0.4 ? 0 : at > 0.6 ? 2 : 1)
  return PARTS_OF_LENS[third(y)][third(x)]
}

function read(...[files]: Parameters<LabTool['read']>): LabReading {
  const frames = framesOf(files)
  const same = frames.every(
    ({ frame }) => frame.width === frames[0]!.frame.width && frame.height === frames[0]!.frame.height,
  )
  if (frames.length < 3) return unread([said('lab.specks.threeFramesMoreMany')])
  if (!same) return unread([said('lab.specks.framesDifferSize')])
  return speckReading(frames, specksOf(frames.map(({ frame }) => standingIn(frame))))
}

function speckReading(frames: readonly FrameInput[], specks: readonly Speck[]): LabReading {
  const { width } = frames[0]!.frame
  return {
    figures: [{ id: 'specks', label: 'lab.specks.spotsStay', value: specks.length, error: null, quantity: 'count' }],
    marks: [],
    rows: specks.map(speck => ({
      name: said('lab.specks.ofPicture', { at: said(onTheLens(speck)) }),
      file: 0,
      figures: [
        { id: 'x', label: 'lab.specks.across', value: speck.x, error: 0.5 / width, quantity: 'share' },
        { id: 'y', label: 'lab.specks.down', value: speck.y, error: 0.5 / width, quantity: 'share' },
        {
          id: 'contrast',
          label: 'lab.specks.contrastSurroundings',
          value: speck.contrast,
          error: 0.05,
          quantity: 'share',
        },
      ],
    })),
    limits: [
      specks.length > 0 ? said('lab.specks.wipeLensFrontFilter') : said('lab.specks.noFixedSpotsFound'),
      said('lab.specks.smallRoundThingsStand'),
    ],
    trusted: true,
    gives:
      specks.length > 0
        ? [
            {
              label: 'lab.specks.addNoteLog',
              to: 'take',
              position: null,
              note: said('lab.specks.note', {
                at: { each: specks.slice(0, 4).map(speck => said(onTheLens(speck))), by: 'comma' },
              }),
            },
          ]
        : [],
  }
}

/** Spots at the same place in several takes. */
export const specks: Omit<LabTool, 'sample'> = {
  id: 'specks',
  title: 'lab.specks.specks',
  text: 'lab.specks.compareThreeTakesMore',
  takes: 'frame',
  least: 3,
  fields: [],
  read,
}
