import type { Change } from './paths'
import type { BodyKind, Recipe, Setup } from './types'

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
  /** Bodies that must be sharp, by kind; with their speed, m/s, where that is the moment's own. Every other must not. */
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

const along = (
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
const after = (name: string, reference: Moment['reference'], time: number, whole: Whole): MomentChoice => ({
  name,
  changes: setup => [...set({ reference, model: 'time', time }), ...wholeOf(setup, true, whole)],
})
const share = (
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
 * The moments of each recipe, each whole: its window, its spreads and the bodies that must be sharp come with it. The first is what a new set-up
 * starts with. Times and spreads are typical, to be replaced by what takes show.
 */
export const MOMENTS: Record<Recipe, readonly MomentChoice[]> = {
  balloon: [
    share('skin half open', 'start', 'tear', 0.55, {
      window: [0.0005, 0.0008],
      spread: 0.06,
      error: 0.25,
      sharp: { skin: null, contents: null },
    }),
    share('first tear by the pin', 'start', 'tear', 0.12, {
      window: [0.0002, 0.0003],
      spread: 0.1,
      error: 0.3,
      sharp: { skin: null },
    }),
    share('skin gone, contents still a ball', 'start', 'tear', 1.3, {
      window: [0.001, 0.004],
      spread: 0.06,
      error: 0.25,
      sharp: { contents: null },
    }),
    share('contents beginning to sag', 'start', 'hang', 0.08, {
      window: [0.012, 0.015],
      spread: 0.05,
      error: 0.15,
      sharp: { contents: null },
    }),
  ],
  projectile: [
    along('ball just out of the far face', 0.03, { window: [0.012, 0.012], sharp: { object: null } }),
    along('ball at the near face', 0, { window: [0.008, 0.008], sharp: { object: null } }),
    along('ball a hand’s breadth out', s => s.subject.depth + 0.09, { window: [0.03, 0.03], sharp: { object: null } }),
    after('fragments flying', 'impact', 0.004, {
      window: [0.0015, 0.002],
      spread: 0.1,
      error: 0.3,
      sharp: { own: null },
    }),
  ],
  pour: [
    after('cloud opening under the surface', 'impact', 0.18, {
      window: [0.04, 0.05],
      spread: 0.08,
      error: 0.25,
      sharp: { contents: 0.8 },
    }),
    after('stream meets the surface', 'impact', 0, { window: [0.004, 0.004], sharp: { object: null } }),
    after('first splash up', 'impact', 0.04, {
      window: [0.01, 0.012],
      spread: 0.1,
      error: 0.3,
      sharp: { drops: null },
    }),
    after('cloud filling the vessel', 'impact', 0.5, {
      window: [0.08, 0.12],
      spread: 0.1,
      error: 0.3,
      sharp: { contents: 0.5 },
    }),
  ],
  drop: [
    share('crown at its highest', 'impact', 'splash', 0.26, {
      window: [0.005, 0.006],
      spread: 0.06,
      error: 0.3,
      sharp: { drops: 2 },
    }),
    along('just above the surface', -0.012, { window: [0.006, 0.006], sharp: { object: null } }),
    share('cavity open', 'impact', 'cavity', 0.55, {
      window: [0.008, 0.008],
      spread: 0.06,
      error: 0.2,
      sharp: { object: null },
    }),
    share('cavity closing', 'impact', 'cavity', 1, {
      window: [0.005, 0.005],
      spread: 0.06,
      error: 0.2,
      sharp: { object: null },
    }),
    share('jet standing', 'impact', 'splash', 2, {
      window: [0.015, 0.02],
      spread: 0.08,
      error: 0.3,
      sharp: { drops: 1.5 },
    }),
  ],
  throw: [
    after('sheet opening over the jug', 'impact', 0.03, {
      window: [0.015, 0.02],
      spread: 0.1,
      error: 0.3,
      sharp: { object: null },
    }),
    along('sheet in the air, a hand short', -0.12, { window: [0.04, 0.04], sharp: { object: null } }),
    after('first touch', 'impact', 0, { window: [0.006, 0.008], sharp: { object: null } }),
    after('target wrapped', 'impact', 0.08, { window: [0.02, 0.025], spread: 0.1, error: 0.3, sharp: { drops: null } }),
  ],
  powder: [
    after('cloud a hand’s breadth out', 'start', 0.11, {
      window: [0.03, 0.04],
      spread: 0.12,
      error: 0.3,
      sharp: { object: null },
    }),
    after('hands just met', 'start', 0.008, {
      window: [0.006, 0.008],
      spread: 0.1,
      error: 0.2,
      sharp: { limbs: null },
    }),
    after('cloud at its fullest', 'start', 0.3, {
      window: [0.08, 0.1],
      spread: 0.15,
      error: 0.3,
      sharp: { object: null },
    }),
  ],
  toss: [
    after('near the apex', 'apex', 0, { window: [0.03, 0.03], sharp: { object: null, rim: null } }),
    along('on its way up', 0, { window: [0.02, 0.02], sharp: { object: null, rim: null } }),
    along('on its way down', 0, { window: [0.02, 0.02], sharp: { object: null, rim: null } }, true),
  ],
  swing: [
    along('diabolo leaves the string', 0, { window: [0.08, 0.08], sharp: { object: null, limbs: null } }),
    along('a little before', -0.2, { window: [0.08, 0.08], sharp: { object: null, limbs: null } }),
    along('follow-through', 0.3, { window: [0.1, 0.1], sharp: { object: null, limbs: null } }),
  ],
}

/** Changes that make a set-up one of a moment, its name included; the delay goes back to the planned one. */
export function momentOf(setup: Setup, choice: MomentChoice): Change[] {
  return [{ path: 'moment.phase', value: choice.name }, ...choice.changes(setup), { path: 'delay', value: null }]
}
