import { type LabText, said } from '../../plan/findings/types'
import { cholesky, solveBy } from '../../math/matrix'
import { median, spreadOf } from '../statistics'
import { type Frame, type LabReading, type LabTool, numberOf } from '../types'
import { type Region, GREY, levelsIn } from './decode'
import { framesOf, patchOf } from './patch'

/** Blocks that a ground is looked at in. */
const ACROSS = 16
const DOWN = 11
/** Darker than this tells nothing, in light of white. */
const FLOOR = 5e-4
/** What of the blocks may be the subject, and how often it is left out anew. */
const ROUNDS = 12
const OFF = 2.5
/** Stops between neighbours within a ground, the most; and what share of the most rim is about as much. */
const STEP = 0.5
const ALIKE = 0.7
/** Stops that a middle which is hidden may be off, the least. */
const HIDDEN = 0.06

interface Block {
  /** −1 to 1 over the part that is looked at. */
  x: number
  y: number
  stops: number
}

const MIDDLE = { x: 0, y: 0 }

function blocksOf(frame: Frame, { x0, y0, x1, y1 }: Region): Block[] {
  const [wide, tall] = [(x1 - x0) / ACROSS, (y1 - y0) / DOWN]
  return Array.from({ length: ACROSS * DOWN }, (_, i): Block => {
    const [column, row] = [i % ACROSS, Math.floor(i / ACROSS)]
    const box = {
      x0: Math.floor(x0 + column * wide),
      x1: Math.max(Math.floor(x0 + column * wide) + 1, Math.floor(x0 + (column + 1) * wide)),
      y0: Math.floor(y0 + row * tall),
      y1: Math.max(Math.floor(y0 + row * tall) + 1, Math.floor(y0 + (row + 1) * tall)),
    }
    return {
      x: ((column + 0.5) / ACROSS) * 2 - 1,
      y: ((row + 0.5) / DOWN) * 2 - 1,
      stops: Math.log2(Math.max(median(levelsIn(frame, box)), FLOOR) / GREY),
    }
  })
}

/** A smooth light: curved along and across, steeper to one side. */
const termsOf = ({ x, y }: Pick<Block, 'x' | 'y'>): number[] => [
  1,
  x,
  y,
  x * x,
  x * y,
  y * y,
  x ** 3,
  x * x * y,
  x * y * y,
  y ** 3,
  x ** 4,
  y ** 4,
]

/** Terms of a surface that is only bent, of those of `termsOf`. */
const BENT = 6

/** @param n how many of the terms it has */
function surfaceThrough(blocks: readonly Block[], n = termsOf(MIDDLE).length): number[] {
  const matrix = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  const right = new Array<number>(n).fill(0)
  for (const block of blocks) {
    const terms = termsOf(block)
    for (let i = 0; i < n; i++) {
      right[i]! += terms[i]! * block.stops
      for (let j = 0; j < n; j++) matrix[i]![j]! += terms[i]! * terms[j]!
    }
  }
  for (let i = 0; i < n; i++) matrix[i]![i]! += 1e-6
  return solveBy(cholesky(matrix)!, right)
}

const heightOf = (surface: readonly number[], block: Pick<Block, 'x' | 'y'>): number =>
  termsOf(block).reduce((total, term, i) => total + term * (surface[i] ?? 0), 0)

/** Parts of a picture: blocks that go on into each other. */
function partsOf(blocks: readonly Block[], goesOn: (a: Block, b: Block) => boolean): Block[][] {
  const into = blocks.map((_, i) => i)
  const rootOf = (i: number): number => {
    let at = i
    while (into[at] !== at) at = into[at]!
    return at
  }
  blocks.forEach((block, i) => {
    const beside = [i % ACROSS < ACROSS - 1 ? i + 1 : -1, i + ACROSS]
    for (const next of beside)
      if (next > 0 && next < blocks.length && goesOn(block, blocks[next]!)) into[rootOf(next)] = rootOf(i)
  })
  const parts = new Map<number, Block[]>()
  blocks.forEach((block, i) => {
    const root = rootOf(i)
    parts.set(root, [...(parts.get(root) ?? []), block])
  })
  return [...parts.values()]
}

const onRim = ({ x, y }: Block): boolean => Math.abs(x) > 1 - 1.5 / ACROSS || Math.abs(y) > 1 - 1.5 / DOWN

/** What may be the ground: of smooth parts the one with most of the rim; of two with as much the brighter. */
function smoothPart(blocks: readonly Block[]): Block[] {
  const parts = partsOf(blocks, (a, b) => Math.abs(a.stops - b.stops) < STEP).map(part => ({
    part,
    rim: part.filter(onRim).length,
    stops: median(part.map(block => block.stops)),
  }))
  const most = Math.max(...parts.map(({ rim }) => rim))
  return parts.filter(({ rim }) => rim >= ALIKE * most).reduce((a, b) => (b.stops > a.stops ? b : a)).part
}

/** The smooth light of a ground, with whatever stands before it left out: a table, a subject. */
function fittedBackground(blocks: readonly Block[]): { kept: Block[]; surface: number[]; scatter: number } {
  const smooth = smoothPart(blocks)
  let kept = smooth
  let surface = surfaceThrough(kept)
  let scatter = 0
  for (let round = 0; round < ROUNDS; round++) {
    const rest = kept.map(block => block.stops - heightOf(surface, block))
    scatter = Math.max(spreadOf(rest), 0.01)
    const near = new Set(smooth.filter(block => Math.abs(block.stops - heightOf(surface, block)) < OFF * scatter))
    // What is as bright by chance, cut off from the rest, is not ground.
    const next = partsOf(blocks, (a, b) => near.has(a) && near.has(b)).reduce((a, b) => (b.length > a.length ? b : a))
    if (next.length === kept.length || next.length < 40) break
    kept = next
    surface = surfaceThrough(kept)
  }
  return { kept, surface, scatter }
}

const EDGES = [
  { name: 'lab.background.left', of: (block: Block) => -block.x },
  { name: 'lab.background.right', of: (block: Block) => block.x },
  { name: 'lab.background.top', of: (block: Block) => -block.y },
  { name: 'lab.background.bottom', of: (block: Block) => block.y },
] as const

/** The edge towards which the ground darkens most. */
function darkestEdge(blocks: readonly Block[]): LabText {
  const means = EDGES.map(({ name, of }) => {
    const there = blocks.filter(block => of(block) > 0.8)
    return { name, stops: there.length === 0 ? Infinity : median(there.map(block => block.stops)) }
  })
  return means.reduce((least, edge) => (edge.stops < least.stops ? edge : least)).name
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const file = framesOf(files)[0]!
  const { marks, box } = patchOf(file, 0, { x0: 0, x1: 1, y0: 0, y1: 1 }, hand)
  const blocks = blocksOf(file.frame, box)
  const { kept, surface, scatter } = fittedBackground(blocks)
  const smooth = kept.map(block => ({ ...block, stops: heightOf(surface, block) }))
  const stops = smooth.map(block => block.stops)
  const [brightest, darkest] = [Math.max(...stops), Math.min(...stops)]
  const middle = heightOf(surface, MIDDLE)
  const hot = smooth.find(block => block.stops === brightest)!
  const burnt = brightest > Math.log2(0.97 / GREY)
  const few = kept.length < blocks.length * 0.35
  const planned = numberOf(settings, 'planned', NaN)
  // Brightest and darkest are ends of a fit: less sure the more of it is hidden, and shadowed.
  const left = 1 - kept.length / blocks.length
  const error = Math.max(1.5 * scatter, 0.05 + 0.08 * left)
  const told = { error, quantity: 'stops' as const }
  // Behind what stands in the middle the ground is only as smooth as elsewhere.
  const hidden = !kept.some(({ x, y }) => Math.hypot(x, y) < 0.2)
  // And what a simpler surface makes of it tells how little the rest says.
  const guessed = hidden ? Math.hypot(HIDDEN, middle - heightOf(surfaceThrough(kept, BENT), MIDDLE)) : 0
  return {
    figures: [
      {
        id: 'evenness',
        label: 'lab.background.backgroundBrightestDarkest',
        value: brightest - darkest,
        ...told,
        unit: 'unsigned',
      },
      { id: 'middle', label: 'lab.background.middle', value: middle, ...told, error: Math.hypot(error, guessed) },
      { id: 'hotX', label: 'lab.background.brightestAcross', value: (hot.x + 1) / 2, error: 0.06, quantity: 'share' },
      { id: 'hotY', label: 'lab.background.brightestDown', value: (hot.y + 1) / 2, error: 0.08, quantity: 'share' },
      { id: 'subject', label: 'lab.background.shareIgnoredSubject', value: left, error: null, quantity: 'share' },
    ],
    marks,
    rows: [],
    limits: [
      said('lab.background.fallsOff', { edge: said(darkestEdge(smooth)) }),
      ...(burnt ? [said('lab.background.partBurntOutLess')] : []),
      ...(darkest < Math.log2(FLOOR / GREY) + 0.5 ? [said('lab.background.partBlackCannotMeasured')] : []),
      ...(few ? [said('lab.background.tooLittlePlainBackground')] : []),
    ],
    trusted: !burnt && !few,
    gives:
      few || burnt
        ? []
        : [
            {
              label: 'lab.background.addNoteLog',
              to: 'take',
              position: null,
              note: said('lab.background.note', {
                stops: { value: brightest - darkest, quantity: 'stops', unit: 'unsigned' },
              }),
            },
            ...reflectanceGive(middle, planned, numberOf(settings, 'reflectance', NaN)),
          ],
  }
}

/** What the ground must throw back for the plan to say what was read. */
function reflectanceGive(middle: number, planned: number, reflectance: number): LabReading['gives'] {
  if (!Number.isFinite(planned) || !Number.isFinite(reflectance)) return []
  const value = Math.min(1, Math.max(0.001, reflectance * 2 ** (middle - planned)))
  return [
    {
      label: 'lab.background.useBackgroundReflectanceSet',
      to: 'set-up',
      changes: [{ path: 'scene.ground.reflectance', value: Number(value.toPrecision(3)) }],
    },
  ]
}

/** How even the ground is. */
export const ground: Omit<LabTool, 'sample'> = {
  id: 'ground',
  title: 'lab.background.background',
  text: 'lab.background.frameLightsHowEven',
  takes: 'frame',
  least: 1,
  fields: [
    {
      key: 'planned',
      label: 'lab.background.plannedBackgroundLevel',
      type: 'number',
      quantity: 'stops',
      start: null,
      min: -20,
      max: 10,
    },
    {
      key: 'reflectance',
      label: 'lab.background.plannedBackgroundReflectance',
      type: 'number',
      quantity: 'share',
      start: null,
      min: 0.001,
      max: 1,
    },
  ],
  read,
}
