import { recipeStart } from '../recipes'
import { fieldAt, valueAt, withChange } from '../setup/paths'
import { marked } from '../setup/typed'
import type { Recipe, Setup } from '../setup/types'

/** How somebody knows a figure that they type. */
export const KNOWN_BY = ['guess', 'scale', 'measured'] as const
/** How a figure is known: measured with an instrument, paced, guessed. */
export type KnownBy = (typeof KNOWN_BY)[number]

/** A figure whose error is a field of its own, and what that error is by each way of knowing it. */
interface Errors {
  error: string
  /** Whether the error is a share of the figure; else it is in the figure's own unit. */
  share: boolean
  /** The least error of a guess; where the recipe's own is larger, that. */
  guess: number
  scale: number
  measured: number
}

/** A speed guessed is a fifth off, read off a scale 5 %, by a chronograph 1 %. */
const SHARE = { share: true, guess: 0.2, scale: 0.05, measured: 0.01 } as const
/** m: by eye, by a tape, by a tape read twice. */
const LENGTH = { share: false, guess: 0.02, scale: 0.002, measured: 0.001 } as const

const ERRORS: Readonly<Partial<Record<string, Errors>>> = {
  'motion.speed': { error: 'motion.speedError', ...SHARE },
  'sensor.waveSpeed': { error: 'sensor.waveSpeedError', ...SHARE },
  'subject.crackSpeed': { error: 'subject.crackSpeedError', ...SHARE },
  'moment.time': { error: 'moment.timeError', ...SHARE },
  'subject.distance': { error: 'subject.distanceError', ...LENGTH },
  'sensor.position': { error: 'sensor.positionError', ...LENGTH },
}

/** The field that holds the error of a figure; undefined: it has none of its own. */
export const errorPathOf = (path: string): string | undefined => ERRORS[path]?.error

const assumedError = (recipe: Recipe, error: string): number => Number(valueAt(recipeStart(recipe), error))

/**
 * How a typed figure is taken to be known unless somebody says: as a guess where the recipe's own figure is one, else
 * as read off a scale.
 *
 * @param path one that `errorPathOf` knows
 */
export function usualWay(recipe: Recipe, path: string): KnownBy {
  const errors = ERRORS[path]
  return errors && assumedError(recipe, errors.error) >= errors.guess ? 'guess' : 'scale'
}

/**
 * The error of a figure known in a way: a share of it, or in its own unit, m. What is read off a scale is never less
 * sure than the recipe's own figure; a guess never surer.
 */
export function errorBy(recipe: Recipe, path: string, method: KnownBy): number | null {
  const errors = ERRORS[path]
  if (!errors) return null
  const assumed = assumedError(recipe, errors.error)
  const limit = fieldAt(errors.error)
  const most = limit?.type === 'number' ? limit.max : Infinity
  const of = {
    guess: Math.max(errors.guess, assumed),
    scale: Math.min(errors.scale, assumed),
    measured: errors.measured,
  }
  return Math.min(of[method], most)
}

/** The set-up with a figure known in a way: its error, and its mark. Unchanged for a figure without an error. */
export function knownBy(setup: Setup, path: string, method: KnownBy, date?: string): Setup {
  const errors = ERRORS[path]
  const error = errorBy(setup.recipe, path, method)
  if (!errors || error === null) return setup
  const next = withChange(setup, { path: errors.error, value: error })
  const said = { how: method, date: date ?? setup.marks.find(mark => mark.path === path)?.date ?? '' }
  return marked(next, [path], method === 'measured' ? 'measured' : 'yours', said)
}
