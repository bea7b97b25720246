import { said, count } from '../../plan/findings/types'
import { type Frame, type LabFigure, type LabReading, type LabTool, type LabMark, numberOf, settled } from '../types'
import { median, quantileOf } from '../statistics'
import { edgeOf } from './edge'
import { drawnLength } from './pulseEdge'
import { perceived } from './object'
import { framesOf } from './patch'

/** Parts of a turn that the ring is looked at in. */
const AROUND = 3600

/** Middle of the disc: of what is unlike the rim of the picture. */
function middleOf(frame: Frame): { x: number; y: number; radius: number } {
  const seen = perceived(frame)
  const { width, height } = frame
  const rim: number[] = []
  for (let x = 0; x < width; x += 3) rim.push(seen[x]!, seen[(height - 1) * width + x]!)
  for (let y = 0; y < height; y += 3) rim.push(seen[y * width]!, seen[y * width + width - 1]!)
  const ground = median(rim)
  const far = quantileOf(
    seen.filter((_, i) => i % 17 === 0).map(value => Math.abs(value - ground)),
    0.9,
  )
  let [sx, sy, n] = [0, 0, 0]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (Math.abs(seen[y * width + x]! - ground) > far / 3) {
        sx += x
        sy += y
        n++
      }
  return { x: sx / Math.max(1, n) + 0.5, y: sy / Math.max(1, n) + 0.5, radius: Math.sqrt(n / Math.PI) }
}

const at = (frame: Frame, level: Float32Array, x: number, y: number): number => {
  const [x0, y0] = [Math.floor(x - 0.5), Math.floor(y - 0.5)]
  if (x0 < 0 || y0 < 0 || x0 + 1 >= frame.width || y0 + 1 >= frame.height) return NaN
  const [u, v] = [x - 0.5 - x0, y - 0.5 - y0]
  const i = y0 * frame.width + x0
  return (
    (level[i]! * (1 - u) + level[i + 1]! * u) * (1 - v) +
    (level[i + frame.width]! * (1 - u) + level[i + frame.width + 1]! * u) * v
  )
}

const ring = (frame: Frame, cx: number, cy: number, radius: number): Float64Array =>
  Float64Array.from({ length: AROUND }, (_, i) => {
    const turn = (i / AROUND) * 2 * Math.PI
    return at(frame, frame.level, cx + radius * Math.cos(turn), cy + radius * Math.sin(turn))
  })

/** Radii over which the mark stands out of its ring. */
function bandOf(
  frame: Frame,
  cx: number,
  cy: number,
  reach: number,
): { from: number; to: number; contrast: number } | null {
  const strengths: number[] = []
  for (let radius = 4; radius < reach; radius += 1) {
    const values = ring(frame, cx, cy, radius).filter(Number.isFinite)
    strengths.push(values.length < AROUND * 0.9 ? 0 : quantileOf(values, 0.995) - median(values))
  }
  const most = strengths.reduce((a, b) => Math.max(a, b), 0)
  const peak = strengths.indexOf(most)
  let [low, high] = [peak, peak]
  while (low > 0 && strengths[low - 1]! > most / 2) low--
  while (high + 1 < strengths.length && strengths[high + 1]! > most / 2) high++
  return most > 0.02 && high - low >= 3 ? { from: low + 4, to: high + 4, contrast: most } : null
}

interface Arc {
  /** rad that the mark's ends are drawn out by, of t.1. */
  spread: number
  spreadError: number
  radius: number
  /** px of the frame of an edge that does not move. */
  blur: number
}

/** The two ends of the mark around the ring, and its side along the radius. */
function arcOf(frame: Frame, cx: number, cy: number, band: { from: number; to: number }): Arc | null {
  const inner = band.from + (band.to - band.from) * 0.3
  const outer = band.from + (band.to - band.from) * 0.7
  const rings = Array.from({ length: 7 }, (_, i) => ring(frame, cx, cy, inner + ((outer - inner) * i) / 6))
  const turn = Float64Array.from({ length: AROUND }, (_, i) => rings.reduce((total, one) => total + one[i]!, 0) / 7)
  const level = median(turn) + (quantileOf(turn, 0.998) - median(turn)) / 2
  const start = turn.indexOf(turn.reduce((a, b) => Math.max(a, b), -Infinity))
  const step = (i: number): number => turn[((i % AROUND) + AROUND) % AROUND]!
  let [low, high] = [start, start]
  while (start - low < AROUND / 3 && step(low) > level) low--
  while (high - start < AROUND / 3 && step(high) > level) high++
  const size = high - low
  const reach = Math.max(12, Math.min(AROUND / 4, Math.round(size * 1.2)))
  const half = Math.floor(size * 0.45)
  const [back, front] = [
    Float64Array.from({ length: reach + half }, (_, i) => step(low - reach + i)),
    Float64Array.from({ length: reach + half }, (_, i) => step(high - half + i)),
  ]
  const ends = [edgeOf(back), edgeOf(front)].filter(edge => edge !== null)
  const middle = ((low + high) / 2 / AROUND) * 2 * Math.PI
  const wide = (band.to - band.from) * 0.8
  const sideAt = (from: number, way: number): ReturnType<typeof edgeOf> =>
    edgeOf(
      Float64Array.from({ length: Math.max(10, Math.round(wide * 2)) }, (_, i) => {
        const radius = from + way * (i * 0.5 - wide / 2)
        return at(frame, frame.level, cx + radius * Math.cos(middle), cy + radius * Math.sin(middle))
      }).filter(Number.isFinite),
    )
  const borders = [sideAt(band.from, 1), sideAt(band.to, -1)].filter(edge => edge !== null)
  if (ends.length === 0 || borders.length === 0) return null
  const radius = (inner + outer) / 2
  const px = (2 * Math.PI * radius) / AROUND
  const width = (ends.reduce((total, edge) => total + edge.width, 0) / ends.length) * px
  const blur = borders.reduce((total, edge) => total + edge.width, 0) / borders.length / 2
  const rough = Math.sqrt(Math.max(0.04 * blur * blur, width ** 2 - blur ** 2)) / 0.88 / px
  const found = drawnEither(back, front, blur / 2.5631 / px, rough)
  return (
    found && {
      spread: (found.length * px) / radius,
      spreadError: Math.hypot(found.error * px, 0.1) / radius,
      radius,
      blur,
    }
  )
}

/** The ends of the mark, turning one way or the other: the one that goes with them better. */
function drawnEither(back: Float64Array, front: Float64Array, soft: number, rough: number) {
  const thin = Math.max(1, Math.floor(back.length / 160))
  const thinned = (row: Float64Array): Float64Array => row.filter((_, i) => i % thin === 0)
  const [a, b] = [thinned(back), thinned(front)]
  const there = drawnLength(
    [
      { row: a, front: false },
      { row: b, front: true },
    ],
    soft / thin,
    rough / thin,
  )
  const turned = drawnLength(
    [
      { row: Float64Array.from(b).reverse(), front: false },
      { row: Float64Array.from(a).reverse(), front: true },
    ],
    soft / thin,
    rough / thin,
  )
  const best = there && (!turned || there.rest <= turned.rest) ? there : turned
  return best && { length: best.length * thin, error: best.error * thin }
}

/** Turns of a disc in a second. */
const turnsOf = (settings: Parameters<LabTool['read']>[1]): number => numberOf(settings, 'turns', 33.333) / 60

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const { frame } = framesOf(files)[0]!
  const found = middleOf(frame)
  const marks = settled(
    [
      { id: 'x', label: 'lab.disc.middleDiscAcross', file: 0, kind: 'x', at: found.x * frame.factor },
      { id: 'y', label: 'lab.disc.middleDiscDown', file: 0, kind: 'y', at: found.y * frame.factor },
    ] satisfies Omit<LabMark, 'byHand'>[],
    hand,
  )
  const [cx, cy] = [marks[0]!.at / frame.factor, marks[1]!.at / frame.factor]
  const reach = Math.min(found.radius * 0.97, cx, cy, frame.width - cx, frame.height - cy)
  const band = bandOf(frame, cx, cy, reach)
  const arc = band && arcOf(frame, cx, cy, band)
  if (!arc) {
    return { figures: [], marks, rows: [], limits: [said('lab.disc.noMark')], trusted: false, gives: [] }
  }
  return discReading(arc, settings, marks, frame.factor)
}

function discReading(arc: Arc, settings: Parameters<LabTool['read']>[1], marks: LabMark[], factor: number): LabReading {
  const omega = 2 * Math.PI * turnsOf(settings)
  const t01 = arc.spread / omega
  const error = t01 * Math.hypot(arc.spreadError / Math.max(arc.spread, arc.spreadError), 0.003)
  const px = arc.spread * arc.radius * factor
  const weak = arc.spread * arc.radius < arc.blur
  const power = numberOf(settings, 'power', NaN)
  const more = Math.ceil((3 * arc.blur) / Math.max(arc.spread * arc.radius, 1e-6))
  const figures: LabFigure[] = [
    {
      id: 'duration',
      label: 'lab.disc.flashDurationT1',
      value: weak ? t01 + 2 * error : t01,
      error,
      quantity: 'time',
      ...(weak ? { bound: 'below' } : {}),
    },
    {
      id: 'arc',
      label: 'lab.disc.arcLengthPixels',
      value: px,
      error: arc.spreadError * arc.radius * factor,
      quantity: 'number',
    },
    {
      id: 'radius',
      label: 'lab.disc.distanceMarkCentrePixels',
      value: arc.radius * factor,
      error: 0.5 * factor,
      quantity: 'number',
    },
  ]
  return {
    figures,
    marks,
    rows: [],
    limits: [
      ...(weak
        ? [more <= 60 ? said('lab.disc.spinFaster', { times: count(more) }) : said('lab.disc.noArcAllTurntable')]
        : []),
      said('lab.disc.markMustEvenlyBright'),
    ],
    trusted: !weak,
    gives:
      weak || !Number.isFinite(power)
        ? []
        : [{ label: 'lab.disc.saveDurationFlashKit', to: 'kit-row', power, t05: null, t01, error: error / t01 }],
  }
}

/** A mark on a disc that turns at a known rate: how long the light lasts. */
export const disc: Omit<LabTool, 'sample'> = {
  id: 'disc',
  title: 'lab.disc.spinningDisc',
  text: 'lab.disc.brightMarkDarkDisc',
  takes: 'frame',
  least: 1,
  full: true,
  fields: [
    {
      key: 'turns',
      label: 'lab.disc.discSpeedRpm',
      type: 'number',
      quantity: 'number',
      start: 33.333,
      min: 0.1,
      max: 100_000,
    },
    {
      key: 'power',
      label: 'lab.disc.flashPower',
      type: 'number',
      quantity: 'power',
      start: null,
      min: 1 / 1024,
      max: 1,
    },
  ],
  read,
}
