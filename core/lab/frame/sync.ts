import { said, named } from '../../plan/findings/types'
import { type LabFigure, type LabReading, type LabRow, type LabTool, type LabMark, numberOf, settled } from '../types'
import { lineThrough, median, quantileOf } from '../statistics'
import { type FrameInput, framesOf } from './patch'

/** Where the unlit part of a frame ends. */
interface Band {
  /** Share of the frame that is dark, 0 to 1, by half the light. */
  dark: number
  edge: 'top' | 'bottom' | 'left' | 'right' | null
  /** px of the file from the top or left. */
  at: number
  error: number
}

/** Light along the curtains' way, against a frame without a band where there is one. */
function along({ frame }: FrameInput, reference: FrameInput | undefined, sideways: boolean): Float64Array {
  const n = sideways ? frame.width : frame.height
  const across = sideways ? frame.height : frame.width
  const line = (of: FrameInput, i: number): number => {
    const { level, width } = of.frame
    const values = new Float64Array(Math.ceil(across / 3))
    for (let j = 0, k = 0; j < across; j += 3, k++) values[k] = sideways ? level[j * width + i]! : level[i * width + j]!
    return median(values)
  }
  const same = reference && reference.frame.width === frame.width && reference.frame.height === frame.height
  return Float64Array.from({ length: n }, (_, i) => line(file(), i) / (same ? Math.max(line(reference, i), 1e-3) : 1))

  function file(): FrameInput {
    return { kind: 'frame', name: '', frame }
  }
}

/** Light of the frame without a band that a frame of the same exposure reaches at the least, share. */
const SAME_EXPOSURE = 0.8

/** Frames whose brightest lines are less than this share of the brightest of all were exposed otherwise. */
const OTHERWISE = 0.25

/**
 * Light of a line that the whole pulse falls on, for each frame: of a frame without a band, or of the brightest frame,
 * since through a short slit not all of a long tail comes.
 *
 * @param against whether the light is a share of that of a frame without a band
 */
function litLines(profiles: readonly Float64Array[], against: boolean): number[] {
  const brightest = profiles.map(profile => quantileOf(profile, 0.95))
  const top = Math.max(...brightest)
  const lit = against && top > SAME_EXPOSURE ? Math.max(1, top) : top
  return brightest.map(own => (own < OTHERWISE * lit ? own : lit))
}

/** @param lit light of a line that the whole pulse falls on */
function bandOf(profile: Float64Array, sideways: boolean, lit: number): Band {
  const n = profile.length
  // A running median of a few lines takes out what is drawn there.
  const reach = Math.max(1, Math.round(n / 120))
  const smooth = profile.map((_, i) => median(profile.subarray(Math.max(0, i - reach), Math.min(n, i + reach + 1))))
  const half = lit / 2
  const end = Math.max(2, Math.round(n * 0.02))
  const head = median(smooth.subarray(0, end))
  const tail = median(smooth.subarray(n - end))
  const none: Band = { dark: 0, edge: null, at: 0, error: 1 / n }
  if (head >= half && tail >= half) return none
  const fromTop = head < tail
  let i = fromTop ? 0 : n - 1
  const step = fromTop ? 1 : -1
  while (i >= 0 && i < n && smooth[i]! < half) i += step
  if (i < 0 || i >= n)
    return { ...none, dark: 1, edge: fromTop ? (sideways ? 'left' : 'top') : sideways ? 'right' : 'bottom' }
  const before = smooth[i - step]!
  const share = (half - before) / (smooth[i]! - before || 1)
  const at = i - step + step * share + 0.5
  const dark = fromTop ? at / n : 1 - at / n
  // How slowly it comes up from a quarter to three quarters tells how well its half is known.
  let [low, high] = [i, i]
  while (low >= 0 && low < n && smooth[low]! > lit / 4) low -= step
  while (high >= 0 && high < n && smooth[high]! < (3 * lit) / 4) high += step
  return {
    dark,
    edge: fromTop ? (sideways ? 'left' : 'top') : sideways ? 'right' : 'bottom',
    at,
    error: Math.max(0.5 / n, (0.06 * Math.abs(high - low)) / n, 0.001),
  }
}

interface Line {
  travel: number
  travelError: number
  lag: number
  lagError: number
}

/** Curtain travel and lag from dark shares at several shutters: dark = 1 + (lag − shutter) / travel. */
function curtainsOf(points: readonly { shutter: number; dark: number; error: number }[]): Line | null {
  const told = points.filter(({ dark }) => dark > 0.005 && dark < 0.995)
  const shutters = new Set(told.map(point => point.shutter))
  if (shutters.size < 2) return null
  const x = told.map(point => point.shutter)
  const { slope, height } = lineThrough(
    x,
    told.map(point => point.dark),
  )
  if (slope >= 0) return null
  const travel = -1 / slope
  const n = told.length
  const mx = x.reduce((a, b) => a + b, 0) / n
  const sxx = x.reduce((total, value) => total + (value - mx) ** 2, 0)
  const sigma = Math.sqrt(told.reduce((total, point) => total + point.error ** 2, 0) / n)
  const slopeError = sigma / Math.sqrt(sxx)
  const zero = sigma * Math.sqrt(1 / n + mx ** 2 / sxx)
  return {
    travel,
    travelError: travel ** 2 * slopeError,
    lag: (height - 1) * travel,
    lagError: Math.hypot(travel * zero, (height - 1) * travel ** 2 * slopeError),
  }
}

/** Marks of the bands, and the bands with what was set by hand. */
/** Where in the picture the dark lies. */
const EDGES = {
  top: 'lab.sync.top',
  bottom: 'lab.sync.bottom',
  left: 'lab.sync.left',
  right: 'lab.sync.right',
} as const

function marked(files: readonly FrameInput[], bands: Band[], sideways: boolean, hand: Parameters<LabTool['read']>[2]) {
  const read = bands.map((band, file): Omit<LabMark, 'byHand'> => ({
    id: 'edge',
    label: 'lab.sync.endDark',
    file,
    kind: sideways ? 'x' : 'y',
    at: band.at * files[file]!.frame.factor,
  }))
  const marks = settled(read, hand)
  return {
    marks,
    bands: bands.map((band, i): Band => {
      const { at, byHand } = marks[i]!
      if (!byHand) return band
      const { frame } = files[i]!
      const share = at / frame.factor / (sideways ? frame.width : frame.height)
      const edge = band.edge ?? (share < 0.5 ? (sideways ? 'left' : 'top') : sideways ? 'right' : 'bottom')
      return { ...band, edge, dark: edge === 'top' || edge === 'left' ? share : 1 - share, error: 0.003 }
    }),
  }
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const all = framesOf(files)
  const sideways = settings.way === 'across'
  const slowest = numberOf(settings, 'reference', 0)
  const isReference = (file: FrameInput): boolean =>
    slowest > 0 && (file.frame.exposure.shutter ?? 0) >= slowest * 0.999
  const reference = all.find(isReference)
  const used = all.map((file, file_) => ({ file, at: file_ })).filter(({ file }) => !isReference(file))
  const profiles = used.map(({ file }) => along(file, reference, sideways))
  const lit = litLines(profiles, reference !== undefined)
  const read_ = profiles.map((profile, i) => bandOf(profile, sideways, lit[i]!))
  const { marks, bands } = marked(
    used.map(({ file }) => file),
    read_,
    sideways,
    hand,
  )
  const points = bands.map((band, i) => ({
    shutter: used[i]!.file.frame.exposure.shutter ?? numberOf(settings, 'shutter', NaN),
    dark: band.dark,
    error: band.error,
  }))
  const line = curtainsOf(points.filter(point => Number.isFinite(point.shutter)))
  const first = bands[0]!
  const figures: LabFigure[] = [
    { id: 'dark', label: 'lab.sync.darkShareFrame', value: first.dark, error: first.error, quantity: 'share' },
    ...(line ? lineFigures(line) : []),
  ]
  const rows = used.map(({ file, at }, i): LabRow => ({
    name: said(bands[i]!.edge ? 'lab.sync.darkAt' : 'lab.sync.noBand', {
      file: named(file.name),
      edge: said(EDGES[bands[i]!.edge ?? 'top']),
    }),
    file: at,
    figures: [{ id: 'dark', label: 'lab.sync.dark', value: bands[i]!.dark, error: bands[i]!.error, quantity: 'share' }],
  }))
  return {
    figures,
    marks: marks.map((mark, i) => ({ ...mark, file: used[i]!.at })),
    rows,
    limits: [
      first.edge ? said('lab.sync.darkAtEdge', { edge: said(EDGES[first.edge]) }) : said('lab.sync.noDarkBandShutter'),
      ...(reference ? [] : [said('lab.sync.evenLightAssumedAdd')]),
      ...(line ? [] : [said('lab.sync.useBandsTwoShutter')]),
    ],
    trusted: true,
    gives: line && line.lag > -line.lagError * 3 ? lineGives(line) : [],
  }
}

const lineFigures = (line: Line): LabFigure[] => [
  { id: 'travel', label: 'lab.sync.curtainTravel', value: line.travel, error: line.travelError, quantity: 'time' },
  { id: 'lag', label: 'lab.sync.flashLagAfterSync', value: line.lag, error: line.lagError, quantity: 'time' },
]
const lineGives = (line: Line): LabReading['gives'] => {
  const curtainTravel = Number(line.travel.toPrecision(4))
  return [
    {
      label: 'lab.sync.useCurtainTravelSet',
      to: 'set-up',
      changes: [{ path: 'camera.curtainTravel', value: curtainTravel }],
    },
    { label: 'lab.sync.saveCurtainTravelCamera', to: 'kit', kind: 'camera', figures: { curtainTravel } },
  ]
}

/** Frames past the sync: the curtains' travel and the light's lag. */
export const sync: Omit<LabTool, 'sample'> = {
  id: 'sync',
  title: 'lab.sync.sync',
  text: 'lab.sync.framesEvenlyLitWall',
  takes: 'frame',
  least: 1,
  fields: [
    {
      key: 'way',
      label: 'lab.sync.curtainDirection',
      type: 'choice',
      start: 'down',
      options: [
        { value: 'down', label: 'lab.sync.downUpPicture' },
        { value: 'across', label: 'lab.sync.acrossHeldUpright' },
      ],
    },
    {
      key: 'shutter',
      label: 'lab.sync.shutterSpeedIfNot',
      type: 'number',
      quantity: 'shutter',
      start: null,
      min: 1e-5,
      max: 1,
    },
    {
      key: 'reference',
      label: 'lab.sync.noDarkBand',
      type: 'number',
      quantity: 'shutter',
      start: null,
      min: 1e-4,
      max: 1,
    },
  ],
  read,
}
