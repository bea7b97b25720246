import { quantileOf } from '../math/orderQuantile'
import { type DelayPrior, type FiredTake, type KeeperWindow, delayPosterior } from './search'
import { bestOfOffsets } from './search/offsets'
import { type Random, seededRandom } from '../math/random'
import { type Assessment, type Dial, type KeeperParts, assess, dialOf, rigSource } from '../plan'
import { USUAL_MISFIRES } from '../plan/keeper'
import { USUALLY_KEPT } from '../setup/kept'
import type { Setup } from '../setup/types'
import { type LoggedTake, feedbackOf, placeTells } from './feedback'
import { nextProposal, priorOf } from './learn'

/** How many takes a set-up needs, played take by take as a run goes: the search for the moment included. */
export interface PlayedSessions {
  /**
   * Takes, and so props, within which the keepers wanted are there with the confidence asked for; null: beyond count.
   */
  props: number | null
  /** The same were every take on the moment a keeper. */
  ifAllKept: number | null
  /** Takes up to and with the first that is on the moment, on average. */
  toFind: number
  /** Chance that the first take is on the moment, and one after the moment was found, 0 to 1. */
  first: number
  later: number
  /** What it was played with: share of takes on the moment that are kept, of misfires, and of wrong verdicts. */
  kept: number
  misfire: number
  wrongVerdict: number
  /** Chance that this take is a keeper, all in; of one once the moment was found; and what the first is made of. */
  keeper: number
  keeperLater: number
  parts: KeeperParts
  /** Frames of a burst in the window of one event; null: no burst. */
  framesPerEvent: number | null
  plays: number
}

/** Verdicts that are wrong, 0 to 1. */
const WRONG_VERDICT = 0.03
const PLAYS = 300
const LEAST_PLAYS = 60
/** Takes after which a session is given up, and those of all sessions together. */
const MOST_TAKES = 1000
const ALL_TAKES = 40_000
/** Feedbacks after which a search has settled. */
const SETTLED = 7
/** Takes behind the chance of the first. */
const FIRSTS = 6000

/**
 * A take of a played session at a place of the dial: its offset, s, and how far past the mark it was, m, where that
 * tells.
 */
interface PlayedTake {
  on: boolean
  offset: number | null
  seen: boolean
}
type Player = () => (place: number) => PlayedTake

/** Takes played event by event from what the plan may have wrong and what scatters. */
function fromPlan(a: Assessment, dial: Dial | null, random: Random): Player {
  const { known, keep } = a
  const rigs = rigSource(a.setup, random, { errors: true, assessment: a })
  const byPlace =
    known.moment.reference === 'travel' &&
    known.motion.kind !== 'still' &&
    !known.moment.descending &&
    known.trigger === 'sensor'
  const { beforeDistance, afterDistance } = known.moment.window
  const reach = a.optics.fieldWidth / 2
  return () => {
    const next = rigs()
    return place => {
      const take = next()
      if (take === null || take.offset === null || take.captured === null)
        return { on: false, offset: null, seen: false }
      const moved = dial === null ? 0 : place - dial.used
      const offset = take.offset + moved
      if (!byPlace) return { on: offset >= -keep.before && offset <= keep.after, offset, seen: false }
      const past = take.motion.positionAt(take.captured + moved) - take.inputs.subjectDistance - known.moment.offset
      return {
        on: past >= -beforeDistance && past <= afterDistance,
        offset: Math.abs(past) <= reach ? past / a.alongSpeed : offset,
        seen: Math.abs(past) <= reach,
      }
    }
  }
}

/** Takes played from what a run has learnt: mean and scatter drawn from the posterior. */
function fromRun(
  prior: DelayPrior,
  window: KeeperWindow,
  feedback: readonly FiredTake[],
  seen: boolean,
  random: Random,
): Player {
  const posterior = delayPosterior(prior, window, feedback, 'coarse')
  const rows = posterior.weight.map(row => row.reduce((sum, p) => sum + p, 0))
  const draw = (weights: ArrayLike<number>, total: number): number => {
    let left = random.uniform() * total
    for (let i = 0; i < weights.length; i++) if ((left -= weights[i]!) <= 0) return i
    return weights.length - 1
  }
  return () => {
    const j = draw(
      rows,
      rows.reduce((sum, p) => sum + p, 0),
    )
    const mean = posterior.first + posterior.spacing * (draw(posterior.weight[j]!, rows[j]!) + random.uniform() - 0.5)
    return place => {
      const offset = place - (mean + posterior.scatters[j]! * random.normal())
      return { on: offset >= -window.before && offset <= window.after, offset, seen }
    }
  }
}

/**
 * Where a search stands, as a played session needs it: what to dial after what takes said. Sessions that saw the same
 * share their proposals.
 */
function searchOf(
  dial: Dial,
  prior: DelayPrior,
  window: KeeperWindow,
  before: readonly FiredTake[],
): (said: readonly FiredTake[], heard: string) => number {
  const known = new Map<string, number>()
  const snap = (delay: number): number =>
    Math.min(dial.maximum, Math.max(dial.minimum, Math.round(delay / dial.step) * dial.step))
  return (said, heard) => {
    if (before.length + said.length === 0) return dial.used
    if (before.every(take => 'offset' in take) && said.every(take => 'offset' in take)) {
      return snap(
        bestOfOffsets(
          prior,
          window,
          [...before, ...said].map(take => take.delay - (take as { offset: number }).offset),
        ),
      )
    }
    const memo = heard.includes('o') ? undefined : known.get(heard)
    if (memo !== undefined) return memo
    const { delay } = nextProposal(dial, prior, window, [...before, ...said], 'coarse')
    known.set(heard, delay)
    return delay
  }
}

interface Tally {
  kept: number
  of: number
  misfires: number
  takes: number
  keepers: number
}

function tallyOf(takes: readonly LoggedTake[]): Tally {
  const on = takes.filter(take => take.verdict === 'on')
  return {
    kept: on.filter(take => take.keeper).length,
    of: on.length,
    misfires: takes.filter(take => take.verdict === 'misfire').length,
    takes: takes.length,
    keepers: takes.filter(take => take.keeper).length,
  }
}

interface Session {
  takes: number
  onlyOn: number
  found: number
  later: number
  laterOn: number
}

/** One session to its last keeper; as many takes as there may be where it does not come to that. */
function playSession(
  shot: (place: number) => PlayedTake,
  propose: (said: readonly FiredTake[], heard: string) => number,
  window: KeeperWindow,
  random: Random,
  odds: { wanted: number; kept: number; misfire: number; found: boolean },
): Session {
  const said: FiredTake[] = []
  let heard = ''
  let place = propose(said, heard)
  const session: Session = { takes: MOST_TAKES, onlyOn: MOST_TAKES, found: MOST_TAKES, later: 0, laterOn: 0 }
  let on = 0
  let keepers = 0
  for (let n = 1; n <= MOST_TAKES; n++) {
    if (random.uniform() < odds.misfire) continue
    const take = shot(place)
    if (odds.found || on > 0) {
      session.later++
      if (take.on) session.laterOn++
    }
    if (take.on) {
      on++
      if (on === 1) session.found = n
      if (on === odds.wanted) session.onlyOn = n
      if (random.uniform() < odds.kept && ++keepers === odds.wanted) {
        session.takes = n
        return session
      }
    }
    if (said.length >= SETTLED || take.offset === null) continue
    if (take.seen) {
      said.push({ delay: place, offset: take.offset })
      heard += 'o'
    } else {
      const truth = take.on ? 'keeper' : take.offset < 0 ? 'early' : 'late'
      const wrong = random.uniform() < WRONG_VERDICT
      const outcome = !wrong ? truth : truth === 'keeper' ? (random.uniform() < 0.5 ? 'early' : 'late') : 'keeper'
      said.push({ delay: place, outcome })
      heard += outcome[0]
    }
    place = propose(said, heard)
  }
  return session
}

/**
 * Takes within which a share of sessions were done, the luck of so few plays allowed for by a standard error; null
 * where that is beyond what was played.
 */
function within(takes: number[], confidence: number): number | null {
  const sorted = [...takes].sort((a, b) => a - b)
  const sure = confidence + Math.sqrt((confidence * (1 - confidence)) / sorted.length)
  const at = sorted[Math.min(sorted.length - 1, Math.ceil(sure * sorted.length - 1e-9) - 1)]!
  return at >= MOST_TAKES ? null : at
}

/** Chance that a take at a place of the dial is on the moment, played. */
function playedChance(shots: Player, place: number): number {
  let on = 0
  for (let i = 0; i < FIRSTS; i++) if (shots()(place).on) on++
  return on / FIRSTS
}

/** Chance that the very first take is on the moment: by first order where that holds, else played. */
const firstChance = (a: Assessment, shots: Player, place: number): number =>
  a.spread.firstOrder || a.setup.trigger === 'burst' ? a.keep.firstTake : playedChance(shots, place)

/**
 * How many takes it needs to the keepers wanted, by playing the session: priors as they stand, scatter, misfires, wrong
 * verdicts, and the search as Run does
 * it, until the keepers are there. The same figure for dial card, findings, shoots, Run, practice and command line.
 *
 * @param setup validated
 * @param options.takes of this set-up so far: then it is played on from there, and `props` are those still needed
 * @param options.plays sessions, default 300
 * @param options.seed whole number, default 1: the same set-up always gives the same figures
 */
export const playedSessions = (setup: Setup, options: PlayOptions = {}): PlayedSessions =>
  played(setup, options).figures

/** What sessions are played with. */
interface PlayOptions {
  takes?: readonly LoggedTake[]
  plays?: number
  seed?: number
}

/**
 * Takes of each played session to the keepers wanted; empty where none is needed or none would ever do.
 *
 * @param setup validated
 */
export const sessionTakes = (setup: Setup, options: PlayOptions = {}): number[] =>
  played(setup, options).sessions.map(session => session.takes)

/** Takes of sessions at five shares of them: a tenth need no more than `p10`, and so on. @param takes at least one */
export const sessionSpread = (
  takes: readonly number[],
): { p10: number; p25: number; p50: number; p75: number; p90: number } => ({
  p10: quantileOf(takes, 0.1),
  p25: quantileOf(takes, 0.25),
  p50: quantileOf(takes, 0.5),
  p75: quantileOf(takes, 0.75),
  p90: quantileOf(takes, 0.9),
})

function played(setup: Setup, options: PlayOptions): { figures: PlayedSessions; sessions: Session[] } {
  const a = assess(setup)
  const random = seededRandom(options.seed ?? 1)
  const dial = dialOf(a)
  const prior = priorOf(a)
  const window = { before: a.keep.before, after: a.keep.after }
  const logged = options.takes ?? []
  const tally = tallyOf(logged)
  const feedback = dial === null ? [] : logged.flatMap(take => feedbackOf(a, take) ?? [])
  const planned = fromPlan(a, dial, random)
  const shots = feedback.length > 0 && prior ? fromRun(prior, window, feedback, placeTells(a), random) : planned
  const propose = dial === null || prior === null ? () => 0 : searchOf(dial, prior, window, feedback)
  const odds = {
    wanted: Math.max(0, setup.goal.keepers - tally.keepers),
    misfire: (tally.misfires + USUAL_MISFIRES.seen) / (tally.takes + USUAL_MISFIRES.of),
    found: tally.of > 0,
  }
  // What takes have taught counts for the one that comes next, at the delay that is dialled, or else learnt.
  const next = dial === null ? 0 : setup.delay === null && setup.hand.lead === null ? propose([], '') : dial.used
  const first =
    a.timing.moment === null ? 0 : shots === planned ? firstChance(a, planned, next) : playedChance(shots, next)
  // A face that is turned away spoils a take that is on the moment: until the log says how often, as computed.
  const face = a.face?.chance ?? 1
  const kept = (tally.kept + USUALLY_KEPT.of * setup.goal.kept * face) / (tally.of + USUALLY_KEPT.of)
  const parts = {
    moment: first,
    face: tally.of > 0 ? 1 : face,
    kept: tally.of > 0 ? kept : setup.goal.kept,
    fires: 1 - odds.misfire,
  }
  const keeperAt = (moment: number): number => moment * kept * parts.fires
  const base = {
    first,
    keeper: keeperAt(first),
    parts,
    kept,
    misfire: odds.misfire,
    wrongVerdict: WRONG_VERDICT,
    framesPerEvent: a.keep.framesPerEvent,
  }
  if (odds.wanted === 0)
    return alone({ ...base, props: 0, ifAllKept: 0, toFind: 0, later: first, keeperLater: keeperAt(first), plays: 0 })
  if (a.timing.moment === null || (setup.trigger === 'sensor' && dial === null))
    return alone({ ...base, props: null, ifAllKept: null, toFind: MOST_TAKES, later: 0, keeperLater: 0, plays: 0 })

  const sessions: Session[] = []
  let all = 0
  while (sessions.length < (options.plays ?? PLAYS) && (all < ALL_TAKES || sessions.length < LEAST_PLAYS)) {
    const session = playSession(shots(), propose, window, random, { ...odds, kept: base.kept })
    sessions.push(session)
    all += session.takes
  }
  const sum = (of: (session: Session) => number): number => sessions.reduce((total, session) => total + of(session), 0)
  // Takes that found the moment say where it is: from now on each is one at what they propose. Of sessions to come the
  // long ones, whose takes scatter most, would count most.
  const onceFound = (): number => {
    const learnt = propose([], '')
    return next === learnt ? first : playedChance(shots, learnt)
  }
  const shared = (): number => {
    const taken = sum(session => session.later)
    return sum(session => session.laterOn) / Math.max(1, taken)
  }
  const later = odds.found && shots !== planned ? onceFound() : shared()
  const figures = {
    ...base,
    later,
    keeperLater: keeperAt(later),
    plays: sessions.length,
    props: within(
      sessions.map(session => session.takes),
      setup.goal.confidence,
    ),
    ifAllKept: within(
      sessions.map(session => session.onlyOn),
      setup.goal.confidence,
    ),
    toFind: sum(session => session.found) / sessions.length,
  }
  return { figures, sessions }
}

const alone = (figures: PlayedSessions): { figures: PlayedSessions; sessions: Session[] } => ({ figures, sessions: [] })
