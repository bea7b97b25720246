import { said, named, count } from '../../plan/findings/types'
import { deviationOf, meanOf } from '../statistics'
import { type Frame, type LabFigure, type LabReading, type LabRow, type LabTool, numberOf } from '../types'
import { largestPart, perceived } from './object'
import { framesOf } from './patch'

/** Cells of the running clock: counts of the screen's own pictures, each bit once and once turned round. */
export const CLOCK_BITS = 12
/** Shares of the clock's face: the white border all round, and the two rows of cells in it. */
export const CLOCK = { border: 0.06, left: 0.12, right: 0.88, rows: [0.36, 0.64], cell: 0.7 } as const

/** A count so that each differs from the one before in one bit alone. */
export const grayOf = (count: number): number => count ^ (count >> 1)
/** The number that a Gray code stands for. */
export function countOf(gray: number): number {
  let count = gray
  for (let shift = 1; shift < CLOCK_BITS; shift <<= 1) count ^= count >> shift
  return count
}

/** Middle of a cell, shares of the face. */
export const cellAt = (bit: number, row: 0 | 1): { x: number; y: number } => ({
  x: CLOCK.left + ((bit + 0.5) / CLOCK_BITS) * (CLOCK.right - CLOCK.left),
  y: CLOCK.rows[row],
})

interface Point {
  x: number
  y: number
}

/** The four corners of the bright border: top left, top right, bottom right, bottom left. */
function cornersOf(frame: Frame): [Point, Point, Point, Point] | null {
  const { width, height } = frame
  const seen = perceived(frame)
  let top = 0
  for (const value of seen) if (value > top) top = value
  const above = new Uint8Array(width * height)
  for (let i = 0; i < seen.length; i++) if (seen[i]! > top * 0.55) above[i] = 1
  const border = largestPart(above, width, height)
  if (!border || border.area < 100) return null
  const { box } = border
  const corner = (sx: number, sy: number): Point => {
    let best = { x: 0, y: 0, score: -Infinity }
    for (let y = box.y0; y < box.y1; y++)
      for (let x = box.x0; x < box.x1; x++) {
        if (!above[y * width + x]) continue
        const score = sx * x + sy * y
        if (score > best.score) best = { x: x + (sx + 1) / 2, y: y + (sy + 1) / 2, score }
      }
    return best
  }
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)]
}

/** What the clock shows: its count, and how plainly its weakest cell is lit or not, 0 to 1. */
export function clockCount(frame: Frame): { count: number; plain: number } | null {
  const corners = cornersOf(frame)
  if (!corners) return null
  const [a, b, c, d] = corners
  const face = Math.abs(b.x - a.x)
  if (face < CLOCK_BITS * 6) return null
  const seen = (bit: number, row: 0 | 1): number => {
    const { x: u, y: v } = cellAt(bit, row)
    const x = a.x * (1 - u) * (1 - v) + b.x * u * (1 - v) + c.x * u * v + d.x * (1 - u) * v
    const y = a.y * (1 - u) * (1 - v) + b.y * u * (1 - v) + c.y * u * v + d.y * (1 - u) * v
    const reach = Math.max(1, Math.floor((face / CLOCK_BITS) * 0.18))
    const values: number[] = []
    for (let dy = -reach; dy <= reach; dy++)
      for (let dx = -reach; dx <= reach; dx++)
        values.push(frame.level[(Math.floor(y) + dy) * frame.width + Math.floor(x) + dx] ?? 0)
    return meanOf(values)
  }
  let [gray, plain] = [0, 1]
  for (let bit = 0; bit < CLOCK_BITS; bit++) {
    const [lit, turned] = [seen(bit, 0), seen(bit, 1)]
    if (lit > turned) gray |= 1 << (CLOCK_BITS - 1 - bit)
    plain = Math.min(plain, Math.abs(lit - turned) / Math.max(lit + turned, 1e-6))
  }
  return { count: countOf(gray), plain }
}

/** Below this the weakest cell says neither; one such cell is the step from one count to the next. */
const PLAIN = 0.15

function read(...[files, settings]: Parameters<LabTool['read']>): LabReading {
  const period = 1 / numberOf(settings, 'refresh', 60)
  const chain = numberOf(settings, 'chain', 0)
  const travel = numberOf(settings, 'travel', 0.0035)
  const rows: LabRow[] = []
  const lags: number[] = []
  let unclear = 0
  framesOf(files).forEach((file, i) => {
    const told = clockCount(file.frame)
    const shutter = file.frame.exposure.shutter ?? numberOf(settings, 'shutter', 1 / 250)
    // The middle of the exposure is seen; the lag is to the first curtain home.
    const lag = told ? (told.count + 0.5) * period - chain - shutter / 2 + travel / 2 : null
    if (lag !== null) lags.push(lag)
    if (told && told.plain < PLAIN) unclear++
    rows.push({
      name: told ? named(file.name) : said('lab.clock.noClock', { file: named(file.name) }),
      file: i,
      figures:
        lag === null
          ? []
          : [{ id: 'lag', label: 'lab.clock.lag', value: lag, error: period / Math.sqrt(12), quantity: 'time' }],
    })
  })
  if (lags.length === 0)
    return { figures: [], marks: [], rows, limits: [said('lab.clock.noClockFoundWhite')], trusted: false, gives: [] }
  return clockReading(lags, period, rows, unclear)
}

function clockReading(lags: readonly number[], period: number, rows: LabRow[], unclear: number): LabReading {
  const lag = meanOf(lags)
  const seen = deviationOf(lags)
  const step = period / Math.sqrt(12)
  // What the screen's own step adds is taken off.
  const jitter = seen === null ? null : Math.sqrt(Math.max(0, seen ** 2 - step ** 2))
  const n = lags.length
  // Frames that all fall within one step do not even it out.
  const evens = seen !== null && seen > step
  const error = evens ? seen / Math.sqrt(n) : step
  const hidden = seen === null || seen < 1.8 * step
  const jitterError =
    seen === null || jitter === null
      ? null
      : (1.4 * seen * seen) / Math.max(jitter, step) / Math.sqrt(2 * Math.max(1, n - 1))
  const figures: LabFigure[] = [
    { id: 'lag', label: 'lab.clock.shutterLag', value: lag, error, quantity: 'time' },
    hidden
      ? {
          id: 'jitter',
          label: 'lab.clock.shotShotSpread',
          value: Math.max(jitter ?? 0, step),
          error: null,
          quantity: 'time',
          bound: 'below',
        }
      : { id: 'jitter', label: 'lab.clock.shotShotSpread', value: jitter, error: jitterError, quantity: 'time' },
  ]
  const told = jitter !== null && !hidden && n >= 5
  const values = { lag: Number(lag.toPrecision(4)), ...(told ? { lagJitter: Number(jitter.toPrecision(2)) } : {}) }
  return {
    figures,
    marks: [],
    rows,
    limits: [
      said('lab.clock.screenRefreshesStepsOne'),
      ...(n < 5 ? [said('lab.clock.useFiveFramesMore')] : []),
      ...(unclear > 0 ? [said('lab.clock.unclear', { unclear: count(unclear), n: count(n) })] : []),
      said('lab.clock.triggeredWhiteCornerScreen'),
    ],
    trusted: lag > 0,
    gives:
      lag > 0
        ? [
            {
              label: 'lab.clock.useShutterLagSet',
              to: 'set-up',
              changes: Object.entries(values).map(([key, value]) => ({ path: `camera.${key}`, value })),
            },
            { label: 'lab.clock.saveShutterLagCamera', to: 'kit', kind: 'camera', figures: values },
          ]
        : [],
  }
}

/** The running clock of the screen, taken through the chain. */
export const clock: Omit<LabTool, 'sample'> = {
  id: 'clock',
  title: 'lab.clock.screenClock',
  text: 'lab.clock.photographEpiroSScreen',
  takes: 'frame',
  least: 1,
  fields: [
    {
      key: 'refresh',
      label: 'lab.clock.screenRefreshRate',
      type: 'number',
      quantity: 'rate',
      start: 60,
      min: 20,
      max: 1000,
    },
    {
      key: 'shutter',
      label: 'lab.clock.shutterSpeedIfNot',
      type: 'number',
      quantity: 'shutter',
      start: 1 / 250,
      min: 1e-5,
      max: 1,
    },
    {
      key: 'chain',
      label: 'lab.clock.latencyBeforeCameraSensor',
      type: 'number',
      quantity: 'time',
      start: 0,
      min: 0,
      max: 1,
    },
    {
      key: 'travel',
      label: 'lab.clock.curtainTravel0No',
      type: 'number',
      quantity: 'time',
      start: 0.0035,
      min: 0,
      max: 0.1,
    },
  ],
  read,
}
