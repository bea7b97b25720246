import { bracketedDelay, bracketingFor } from '../run/search'
import { type BenchShot, type PracticeRig, fireRig, thresholdOf } from '../practice'
import { type Assessment, assess, dialOf } from '../plan'
import { type LoggedTake, placeTells, priorOf, runStateOf } from '../run'
import type { Setup } from '../setup/types'

/** How delays are chosen: as Epiro proposes, up a ladder, or by somebody who knows the truth. */
export type Strategy = 'proposals' | 'ladder' | 'best'

/** An exercise played to its end. */
export interface Played {
  /** Takes to the first keeper and to all that were wanted; null: not within the most. */
  first: number | null
  all: number | null
  takes: LoggedTake[]
}

/** Somebody with a firm grip on the rest: armed, open, sharp, charged, and a threshold between click and event. */
export function soundThreshold(rig: PracticeRig, setup: Setup): number {
  const { click, event } = rig.truth
  const own = thresholdOf(setup)
  return own > click * 1.6 && own < event / 1.6 ? own : Math.sqrt(click * event)
}

function shoot(rig: PracticeRig, setup: Setup, number: number, delay: number, before: number): BenchShot {
  return fireRig(
    rig,
    setup,
    number,
    {
      delay,
      threshold: soundThreshold(rig, setup),
      holdOff: Math.max(setup.controller.holdOff, 0.5),
      armed: true,
      open: true,
      sincePop: null,
    },
    before,
  )
}

/** Shots behind the middle of a rig's scatter. */
const SHOTS = 60
/** Numbers for shots nobody counts. */
const ASIDE = 1_000_000

/**
 * The delay somebody would dial who knew the rig, after so many shots: what puts its mean shot on the middle of the
 * window.
 */
export function bestDelay(rig: PracticeRig, setup: Setup, before = 0): number {
  const offsets: number[] = []
  const planned = assess(setup)
  const dial = dialOf(planned)
  if (dial === null) return 0
  const delay = Math.max(dial.minimum, dial.wanted)
  for (let n = 1; n <= SHOTS; n++) {
    const shot = shoot(rig, setup, ASIDE + n, delay, before)
    if (shot.offset !== null) offsets.push(shot.offset)
  }
  if (offsets.length === 0) return delay
  offsets.sort((a, b) => a - b)
  const { keep } = planned
  const middle = offsets[Math.floor(offsets.length / 2)]!
  return Math.max(dial.minimum, delay - middle + (keep.after - keep.before) / 2)
}

/**
 * The verdict of somebody who sees the whole picture: out of the frame, what it hit tells whether the object has been
 * there yet.
 */
export const seenAs = (shot: BenchShot): LoggedTake['verdict'] =>
  shot.verdict !== 'missed' || shot.offset === null ? shot.verdict : shot.offset < 0 ? 'early' : 'late'

function proposed(planned: Assessment, takes: readonly LoggedTake[]): number {
  const state = runStateOf(planned, takes)
  return (state?.drift ? runStateOf(planned, takes, { follow: true }) : state)?.proposal?.delay ?? 0
}

/** What somebody says of a shot. */
export type Judge = (shot: BenchShot) => Pick<LoggedTake, 'verdict' | 'position'>

/** Sees all there is to see, and makes no mistake. */
export const perfectJudge =
  (tells: boolean): Judge =>
  shot => ({ verdict: seenAs(shot), position: tells && shot.verdict !== 'missed' ? shot.past : null })

/**
 * Plays a rig through as one of the ways would, to the keepers that there really are.
 *
 * @param options.keepers wanted
 * @param options.most takes before it is given up
 * @param options.from number of the first shot, so that two plays of one rig scatter differently
 * @param options.judge who says how each came out, for the next delay; without one nobody errs
 */
export function playRig(
  rig: PracticeRig,
  setup: Setup,
  way: Strategy,
  options: { keepers: number; most?: number; from?: number; judge?: Judge },
): Played {
  const planned = assess(setup)
  const prior = priorOf(planned)
  const most = options.most ?? 60
  const takes: LoggedTake[] = []
  let first: number | null = null
  let kept = 0
  const dial = dialOf(planned)
  if (prior === null && setup.trigger !== 'burst') return { first: null, all: null, takes }
  const ladder =
    prior === null ? null : bracketingFor(prior, { before: planned.keep.before, after: planned.keep.after })
  let best = way === 'best' ? bestDelay(rig, setup) : 0
  const judge = options.judge ?? perfectJudge(placeTells(planned))
  const snap = (delay: number): number =>
    dial === null ? delay : Math.min(dial.maximum, Math.max(dial.minimum, Math.round(delay / dial.step) * dial.step))
  for (let n = 1; n <= most; n++) {
    let delay = 0
    if (way === 'best') {
      if (rig.truth.drift !== 0 && n > 1) best = bestDelay(rig, setup, n - 1)
      delay = best
    } else if (way === 'proposals') delay = takes.length === 0 ? (dial?.used ?? 0) : proposed(planned, takes)
    else if (ladder) {
      const told = takes.filter(take => take.verdict === 'on' || take.verdict === 'early' || take.verdict === 'late')
      delay = bracketedDelay(
        ladder,
        told.map(take => (take.verdict === 'on' ? 'keeper' : (take.verdict as 'early' | 'late'))),
        told.map(take => take.delay),
      )
    }
    delay = snap(delay)
    const shot = shoot(rig, setup, (options.from ?? 0) + n, delay, n - 1)
    const keeper = shot.verdict === 'on' && shot.faced !== false
    takes.push({ number: n, delay, planned: dial?.wanted ?? null, keeper, ...judge(shot) })
    if (!keeper) continue
    kept++
    first ??= n
    if (kept >= options.keepers) return { first, all: n, takes }
  }
  return { first, all: null, takes }
}

/** Mean takes of a way on one rig over several plays; what was not reached counts as the most. */
export function meanTakes(
  rig: PracticeRig,
  setup: Setup,
  way: Strategy,
  options: { keepers: number; plays: number; most?: number },
): number {
  const most = options.most ?? 60
  let sum = 0
  for (let play = 0; play < options.plays; play++)
    sum += playRig(rig, setup, way, { keepers: options.keepers, most, from: 1000 * (play + 1) }).all ?? most
  return sum / options.plays
}
