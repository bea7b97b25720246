import { differingSettings } from '../run/settings'
import type { LoggedTake } from '../run'
import type { Setup } from '../setup/types'
import type { BenchShot, Exercise, PracticeRig } from '../practice'
import { meanTakes, seenAs } from './play'

/** A mistake of an exercise by name. */
export type MistakeId =
  | 'click'
  | 'not-heard'
  | 'safe'
  | 'shut'
  | 'charging'
  | 'twice'
  | 'blurred'
  | 'verdict'
  | 'false-keeper'
  | 'missed-keeper'
  | 'wrong-way'
  | 'several'
  | 'not-judged'

/** Something that cost takes; what to learn from it stands in `shared/texts/practice.ts`. */
export interface PracticeMistake {
  id: MistakeId
  /** Numbers of the shots it happened in. */
  shots: number[]
}

/** A shot and what was logged of it; null: nothing was. */
export interface JudgedShot {
  shot: BenchShot
  take: LoggedTake | null
}

/** How an exercise was played, against others on the same rig. */
export interface Judgement {
  takes: number
  /** Keepers that truly were, of those wanted. */
  keepers: number
  wanted: number
  done: boolean
  /** Take of the first true keeper. */
  first: number | null
  /** Mean takes for the same goal on the same rig: by the ladder, as proposed, and by somebody who knows the truth. */
  ladder: number
  proposals: number
  best: number
  mistakes: PracticeMistake[]
}

/** Where the order of the shots does not say it, seconds either way. */
const SAME = 1e-9

/** Whether a shot is a keeper in truth: on the moment, its face seen, sharp, and once. */
export const trulyKeeps = (shot: BenchShot): boolean =>
  shot.verdict === 'on' && shot.faced !== false && !shot.twice && shot.blur <= shot.blurLimit * 1.05

/**
 * How an exercise went: takes against the ladder and the best possible, and each mistake with its lesson.
 *
 * @param shots in the order they were fired, each with its take
 * @param options.plays how many times each way is played for its mean
 */
export function judge(
  exercise: Exercise,
  rig: PracticeRig,
  setup: Setup,
  shots: readonly JudgedShot[],
  options: { plays?: number } = {},
): Judgement {
  const found = new Map<MistakeId, number[]>()
  const note = (id: MistakeId, shot: BenchShot): void => {
    found.set(id, [...(found.get(id) ?? []), shot.number])
  }
  let before: JudgedShot | null = null
  let kept = 0
  let first: number | null = null
  for (const judged of shots) {
    const { shot, take } = judged
    if (
      shot.dark === 'click' ||
      shot.dark === 'not-heard' ||
      shot.dark === 'safe' ||
      shot.dark === 'shut' ||
      shot.dark === 'charging'
    )
      note(shot.dark, shot)
    if (shot.twice) note('twice', shot)
    if (shot.captured !== null && shot.blur > shot.blurLimit * 1.05) note('blurred', shot)
    const keeps = trulyKeeps(shot)
    if (keeps) {
      kept++
      first ??= shot.number
    }
    if (take === null) note('not-judged', shot)
    else {
      if (take.verdict !== shot.verdict && take.verdict !== seenAs(shot)) note('verdict', shot)
      if (take.keeper && !keeps) note('false-keeper', shot)
      if (!take.keeper && keeps) note('missed-keeper', shot)
    }
    if (before) {
      const moved = shot.conditions.delay - before.shot.conditions.delay
      const was = before.take?.verdict
      if ((was === 'early' && moved < -SAME) || (was === 'late' && moved > SAME)) note('wrong-way', shot)
      const others = differingSettings(before.shot.settings, shot.settings).filter(path => path !== 'motion.speed')
      const changed =
        others.length +
        (Math.abs(moved) > SAME ? 1 : 0) +
        (shot.conditions.threshold !== before.shot.conditions.threshold && !others.includes('sensor.threshold') ? 1 : 0)
      if (changed > 1) note('several', shot)
    }
    before = judged
  }
  const plays = options.plays ?? 24
  const fair = sharpened(setup)
  const mean = (way: Parameters<typeof meanTakes>[2]): number =>
    meanTakes(rig, fair, way, { keepers: exercise.keepers, plays })
  return {
    takes: shots.length,
    keepers: kept,
    wanted: exercise.keepers,
    done: kept >= exercise.keepers,
    first,
    ladder: mean('ladder'),
    proposals: mean('proposals'),
    best: mean('best'),
    mistakes: [...found].map(([id, numbers]) => ({ id, shots: numbers })),
  }
}

/** What is compared with plays for the delay alone: as planned, not as dialled. */
const sharpened = (setup: Setup): Setup => ({ ...setup, delay: null })

/** One figure of the rig, as assumed, as learnt and as it is. */
export interface RevealedFigure {
  path: 'motion.speed' | 'subject.crackSpeed' | 'moment.time' | 'moment.fraction' | 'delay'
  assumed: number
  /** In the set-up now. */
  now: number
  truth: number
}

/** The truth of a rig beside what was assumed and what the set-up holds now. */
export function reveal(
  rig: PracticeRig,
  setup: Setup,
  best: number,
  planned: { assumed: number | null; now: number | null },
): RevealedFigure[] {
  const { truth } = rig
  const start = rig.setup
  const figures: RevealedFigure[] = []
  if (start.motion.kind !== 'still' && start.motion.kind !== 'fall')
    figures.push({ path: 'motion.speed', assumed: start.motion.speed, now: setup.motion.speed, truth: truth.speed })
  if (start.moment.reference !== 'travel' && start.moment.model === 'tear')
    figures.push({
      path: 'subject.crackSpeed',
      assumed: start.subject.crackSpeed,
      now: setup.subject.crackSpeed,
      truth: truth.crackSpeed,
    })
  if (start.moment.reference !== 'travel' && start.moment.model === 'time' && start.moment.time > 0)
    figures.push({
      path: 'moment.time',
      assumed: start.moment.time,
      now: setup.moment.time,
      truth: start.moment.time * truth.phase,
    })
  if (start.moment.reference !== 'travel' && start.moment.model !== 'time')
    figures.push({
      path: 'moment.fraction',
      assumed: start.moment.fraction,
      now: setup.moment.fraction,
      truth: start.moment.fraction * truth.phase,
    })
  if (planned.assumed !== null && planned.now !== null)
    figures.push({ path: 'delay', assumed: planned.assumed, now: planned.now, truth: best })
  return figures
}

/** How far two clocks in a studio may differ, ms. */
const CLOCKS = 1500

/** Shots with the take logged of each: a shot's take is the first one fired after it and before the next shot. */
export function matchShots<T extends LoggedTake & { firedAt: string }>(
  shots: readonly { shot: BenchShot; at: number }[],
  takes: readonly T[],
): JudgedShot[] {
  return shots.map(({ shot, at }, i) => {
    const until = shots[i + 1]?.at ?? Infinity
    // The clock of the device that logged it may be a little behind.
    return {
      shot,
      take:
        takes.find(take => Date.parse(take.firedAt) >= at - CLOCKS && Date.parse(take.firedAt) < until - CLOCKS) ??
        null,
    }
  })
}
