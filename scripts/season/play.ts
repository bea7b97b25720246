import {
  type BenchShot,
  type LoggedTake,
  type PracticeRig,
  type Setup,
  assess,
  dialOf,
  drawRig,
  fireRig,
  foundEvidence,
  placeTells,
  playedSessions,
  runStateOf,
  seenAs,
  sessionSpread,
  sessionTakes,
  soundThreshold,
} from '../../core'
import type { Cause } from '../../core/season'
import { seededRandom } from '../../core/math/random'
import type { SaidOfTake, Verdict } from '../../shared/takes/input'
import { type SeasonSetup, launcherAt, plannedSetup } from './story'

/** A take of the season as it ships: what the log holds, and for the tests what was true. */
export interface SeasonTake {
  delay: number
  planned: number | null
  verdict: Verdict
  /** What it was logged as at first, where that was put right. */
  first: Verdict | null
  keeper: boolean
  position: number | null
  sharp: boolean
  cause: Cause | null
  variant: string | null
  said: SaidOfTake | null
  /** min after the first take of the set-up. */
  after: number
  note: string
  /** The speed that was true, m/s. */
  speed: number
}

/** A set-up shot to its end. */
export interface PlayedSetup {
  setup: Setup
  rig: PracticeRig
  takes: SeasonTake[]
  shots: BenchShot[]
}

/** Shares of takes: judged wrongly at first, by the hasty more often; noted; on the moment and all else right. */
const WRONG = { usual: 0.03, hasty: 0.14 }
const NOTED = 0.12
const GOOD = 0.72
/** m to which a picture is read. */
const READ = 0.0015

const NOTES: Readonly<Record<string, readonly string[]>> = {
  early: ['a breath too soon', 'nothing has happened yet'],
  late: ['all over', 'past its best'],
  on: ['edges clean', 'best so far', 'lower the flag a little'],
  missed: ['not in the frame'],
  misfire: ['link light was red', 'no pop'],
}
/** Why a take on the moment was no keeper, the commonest first. */
const SPOILT: readonly (readonly [Cause, number])[] = [
  ['dirty', 0.34],
  ['dull', 0.62],
  ['dark', 0.78],
  ['burnt', 0.9],
  ['double', 1],
]

/** The studio's own rig: what is true of its launcher holds over the whole season. */
function rigOf(setup: Setup, seed: number, ago: number, misfire: number | undefined): PracticeRig {
  const rig = drawRig(setup, seed)
  const launched = setup.action.kind === 'launcher'
  const day = 1 + 0.008 * seededRandom(seed * 31 + 7).normal()
  return {
    ...rig,
    truth: {
      ...rig.truth,
      ...(launched ? { speed: setup.motion.speed * launcherAt(ago) * day } : {}),
      misfire: misfire ?? 0.025,
    },
  }
}

const saidOf = (
  setup: Setup,
  logged: LoggedTake[],
  chance: number,
  state: ReturnType<typeof runStateOf>,
): SaidOfTake => {
  const sessions = logged.length === 0 ? sessionTakes(setup, { plays: 60 }) : []
  return {
    chance: Number(chance.toFixed(4)),
    delay: state?.proposal?.delay ?? null,
    error: state?.proposal ? Number(state.proposal.posterior.uncertainty.toPrecision(3)) : null,
    takes: sessions.length === 0 ? null : sessionSpread(sessions),
  }
}

/** Why a shot that came out was lost, as somebody says it beside the verdict; null: it was kept, or nothing is said. */
function causeOf(shot: BenchShot, verdict: Verdict, good: boolean, draw: number): Cause | null {
  if (verdict !== 'on') return null
  if (shot.faced === false) return 'face'
  if (shot.twice) return 'double'
  if (good) return null
  return SPOILT.find(([, to]) => draw <= to)![0]
}

/** What is drawn of a take beside what the world does: whether all else is right, slips, notes, what spoilt it. */
interface Draws {
  good: number
  slip: number
  noted: number
  note: number
  spoilt: number
}

/** What a take was logged as before somebody put it right; null: right at first. */
function slipOf(verdict: Verdict, slips: boolean): Verdict | null {
  if (!slips) return null
  return verdict === 'early' ? 'late' : verdict === 'late' ? 'early' : null
}

/** To so many digits; nothing stays nothing. */
const short = (value: number | null, digits: number): number | null =>
  value === null ? null : Number(value.toPrecision(digits))

/** What somebody at the camera logs of a shot. */
function judged(
  shot: BenchShot,
  story: SeasonSetup,
  variant: string | null,
  { read, draws }: { read: (past: number) => number | null; draws: Draws },
): Pick<SeasonTake, 'verdict' | 'first' | 'keeper' | 'position' | 'sharp' | 'cause' | 'note'> {
  const verdict = seenAs(shot)
  const good = draws.good < (variant === null ? GOOD : story.variants![variant]!)
  const sharp = shot.blur <= 2 * shot.blurLimit
  const keeper = verdict === 'on' && shot.faced !== false && !shot.twice && good && sharp
  const notes = NOTES[verdict]!
  return {
    verdict,
    first: slipOf(verdict, draws.slip < (story.hasty ? WRONG.hasty : WRONG.usual)),
    keeper,
    position: shot.past === null || verdict === 'missed' ? null : read(shot.past),
    sharp: verdict !== 'on' || sharp,
    cause: keeper ? null : causeOf(shot, verdict, good, draws.spoilt),
    note: draws.noted < NOTED ? notes[Math.floor(draws.note * notes.length)]! : '',
  }
}

/** A set-up with what its takes found kept as evidence, where they say enough. */
function withFound(setup: Setup, logged: readonly LoggedTake[], date: string): Setup {
  const planned = assess(setup)
  const state = runStateOf(planned, logged)
  const found = state && foundEvidence(planned, state, date)
  return found ? { ...setup, evidence: [...setup.evidence, found] } : setup
}

/** Shoots a set-up of the season on its rig, by what Epiro proposes, until its keepers are there or the crew stops. */
export function playSetup(story: SeasonSetup, ago: number, seed: number, date: string): PlayedSetup {
  const setup = plannedSetup(story)
  const planned = assess(setup)
  const dial = dialOf(planned)
  const rig = rigOf(setup, seed, ago, story.misfire)
  const random = seededRandom(seed * 101 + 3)
  const names = Object.keys(story.variants ?? {})
  const wanted = dial?.wanted ?? null
  const snap = (delay: number): number =>
    dial === null ? delay : Math.min(dial.maximum, Math.max(dial.minimum, Math.round(delay / dial.step) * dial.step))
  const variantAt = (n: number): string | null => names[[0, 1, 1, 0][(n - 1) % 4]!] ?? null
  const [logged, takes, shots]: [LoggedTake[], SeasonTake[], BenchShot[]] = [[], [], []]
  const threshold = setup.sensor.threshold ?? soundThreshold(rig, setup)
  const tells = placeTells(planned)
  const read = (past: number): number | null => (tells ? Number((past + READ * random.normal()).toFixed(4)) : null)
  let [kept, after] = [0, 0]
  for (let n = 1; n <= story.most && kept < story.keepers; n++) {
    const state = runStateOf(planned, logged)
    const delay = snap(state?.proposal?.delay ?? dial?.used ?? 0)
    const said = saidOf(setup, logged, playedSessions(setup, { takes: logged, plays: 40 }).keeper, state)
    const conditions = { delay, threshold, holdOff: 1, armed: true, open: true, sincePop: null }
    const shot = fireRig(rig, setup, n, conditions)
    const variant = variantAt(n)
    const draw = (): number => random.uniform()
    const draws = { good: draw(), slip: draw(), noted: draw(), note: draw(), spoilt: draw() }
    const take = judged(shot, story, variant, { read, draws })
    takes.push({
      delay: Number(delay.toPrecision(6)),
      planned: short(wanted, 6),
      ...take,
      variant,
      said,
      after: Number(after.toFixed(2)),
      speed: Number(shot.inputs.speed.toPrecision(5)),
    })
    shots.push(shot)
    const { keeper, verdict, position } = take
    logged.push({ number: n, delay, planned: wanted, keeper, verdict, position })
    if (keeper) kept++
    after += 2.5 * Math.exp(0.35 * random.normal())
  }
  return { setup: story.found ? withFound(setup, logged, date) : setup, rig, takes, shots }
}
