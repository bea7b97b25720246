import { staysTyped } from '../setup/aside'
import type { Change } from '../setup/paths'
import type { BodyKind, Setup } from '../setup/types'

/** A moment to choose for a recipe: its name in the words of the trade, and what makes a set-up one of it. */
export interface MomentChoice {
  name: string
  changes: (setup: Setup) => Change[]
}

type Moment = Setup['moment']

/** What comes with a moment besides its place or time. */
interface Whole {
  /** Either side of it that keeps: s, or m for a moment along the travel. */
  window: [before: number, after: number]
  /** Share of its time that differs from take to take, and that may be wrong; left out: none. */
  spread?: number
  error?: number
  /**
   * Bodies that must be sharp, by kind; with their speed, m/s, where that is the moment's own. Every other must not.
   */
  sharp: Partial<Record<BodyKind, number | null>>
}

const set = (values: Partial<Record<keyof Moment, string | number | boolean | null>>): Change[] =>
  Object.entries(values).map(([key, value]) => ({ path: `moment.${key}`, value }))

function wholeOf(
  setup: Setup,
  timed: boolean,
  { window: [before, after], spread = 0, error = 0, sharp }: Whole,
): Change[] {
  const unit = timed ? 'Time' : 'Distance'
  const bodies = setup.bodies.flatMap((body, i): Change[] =>
    body.kind in sharp
      ? [
          { path: `bodies[${i}].sharp`, value: true },
          ...(sharp[body.kind] === null ? [] : [{ path: `bodies[${i}].speed`, value: sharp[body.kind] as number }]),
        ]
      : [{ path: `bodies[${i}].sharp`, value: false }],
  )
  return [
    { path: `moment.window.before${unit}`, value: before },
    { path: `moment.window.after${unit}`, value: after },
    { path: 'moment.timeSpread', value: spread },
    { path: 'moment.timeError', value: error },
    ...bodies,
  ]
}

/** A moment along the travel, so many m past the near face of the subject. */
export const along = (
  name: string,
  offset: number | ((setup: Setup) => number),
  whole: Whole,
  descending = false,
): MomentChoice => ({
  name,
  changes: setup => [
    ...set({
      reference: 'travel',
      model: 'time',
      offset: typeof offset === 'number' ? offset : offset(setup),
      descending,
    }),
    ...wholeOf(setup, false, whole),
  ],
})
/** A moment a time after a reference, s. */
export const after = (name: string, reference: Moment['reference'], time: number, whole: Whole): MomentChoice => ({
  name,
  changes: setup => [...set({ reference, model: 'time', time }), ...wholeOf(setup, true, whole)],
})
/** A moment at a share of a phase. */
export const share = (
  name: string,
  reference: Moment['reference'],
  model: Moment['model'],
  fraction: number,
  whole: Whole,
): MomentChoice => ({
  name,
  changes: setup => [...set({ reference, model, fraction }), ...wholeOf(setup, true, whole)],
})

/**
 * Changes that make a set-up one of a moment, its name included. What somebody said of window, spread and bodies stays,
 * and so does a delay that is dialled.
 */
export function momentOf(setup: Setup, choice: MomentChoice): Change[] {
  const follows = choice.changes(setup).filter(({ path }) => !staysTyped(setup, 'moment.phase', path))
  return [{ path: 'moment.phase', value: choice.name }, ...follows]
}
