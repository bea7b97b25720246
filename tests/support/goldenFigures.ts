import {
  type Change,
  type LoggedTake,
  type Plan,
  type Recipe,
  type Setup,
  posteriorOf,
  cautionsOf,
  checksOf,
  compareMethods,
  contradicted,
  delayChanges,
  deskStops,
  dialOf,
  driftOf,
  equalExposures,
  evidenceOf,
  feedbackOf,
  playedSessions,
  isSequence,
  lightChanges,
  measureNext,
  momentChanges,
  newSetup,
  nextProposal,
  packingOf,
  plan,
  priorOf,
  programmeOf,
  resultsOf,
  rungsOf,
  runStateOf,
  sceneFigures,
  simulateTakes,
  solveLight,
  statusOf,
  stepsOf,
  wiringOf,
  withChanges,
} from '../../core'
import { PracticeDevice, drawRig, plannedRig, switchedOn } from '../../core/practice'

/** A set-up's figures, kept with it: what is worked out of it but for what `Golden` holds. */
export interface GoldenFigures {
  recipe: Recipe
  changes: Change[]
  figures: Record<string, unknown>
}

/** Takes about the planned delay, as a log may have them: one far off, one that never fired. */
function someTakes(p: Plan): LoggedTake[] {
  const window = p.keep.before + p.keep.after
  const take = (number: number, off: number, verdict: LoggedTake['verdict']): LoggedTake => ({
    number,
    delay: (dialOf(p)?.used ?? 0) + off * window,
    planned: p.timing.wanted === null ? null : p.timing.wanted - 0.1 * window,
    verdict,
    keeper: verdict === 'on',
    position: verdict === 'missed' || verdict === 'misfire' ? null : off * window * p.alongSpeed + 0.002 * (number % 3),
  })
  return [
    take(1, -0.9, 'early'),
    take(2, 0.8, 'late'),
    take(3, 0, 'misfire'),
    take(4, 0.1, 'on'),
    take(5, 0.4, 'on'),
    take(6, -0.4, 'on'),
    take(7, 1.4, 'late'),
  ]
}

function ofRun(p: Plan): Record<string, unknown> {
  const takes = someTakes(p)
  const [dial, prior] = [dialOf(p), priorOf(p)]
  const fed = takes.flatMap(take => feedbackOf(p, take) ?? [])
  return {
    steps: stepsOf(p.setup),
    prior,
    fed,
    contradicted: takes.map(take => contradicted(p, take)),
    run: runStateOf(p, takes),
    drift: driftOf(p, takes),
    rungs: rungsOf(p, 5),
    next: dial && prior && nextProposal(dial, prior, p.keep, fed, 'coarse'),
  }
}

/** A set-up whose tests were made, and came out beside what was predicted. */
function tested({ setup, timing }: Plan): Setup {
  const wanted = timing.wanted ?? 0.01
  const outcome = 'differs' as const
  return {
    ...setup,
    tests: {
      black: { ...setup.tests.black, outcome, stops: -1.3 },
      exposure: { ...setup.tests.exposure, outcome, stops: 0.7 },
      focus: { ...setup.tests.focus, outcome, depth: 0.6 * setup.picture.depthWanted },
      sensor: { ...setup.tests.sensor, outcome, events: 12, fired: 10, falseFires: 1 },
      control: { ...setup.tests.control, outcome, delay: 1.03 * wanted, position: 0.006, late: 0.0007 },
    },
  }
}

/** Sessions and takes that are played: few, as all that counts is that they go as they went. */
function played(p: Plan): Record<string, unknown> {
  const { setup } = p
  return {
    before: playedSessions(setup, { plays: 40 }),
    after: playedSessions(setup, { plays: 40, takes: someTakes(p) }),
    simulated: simulateTakes(setup, { takes: 1000 }),
  }
}

function ofLight(p: Plan): Record<string, unknown> {
  const { setup } = p
  const { solution, nearest } = solveLight(setup)
  return {
    scene: sceneFigures(p),
    solution,
    nearest,
    equal: setup.flashes.length > 0 && !isSequence(setup) ? equalExposures(setup, { stops: 1 }) : [],
    desk: deskStops(newSetup(setup.recipe), setup),
    wires: wiringOf(setup),
    packing: packingOf(setup),
    moves: { delay: delayChanges(p, 0.01234), light: lightChanges(p, 0.0456), moment: momentChanges(p, 0.0321) },
  }
}

/** What is held after three readings: of a speed, a place in the picture and a delay that was found. */
function ofEvidence(p: Plan): Record<string, unknown> {
  const { setup } = p
  const wanted = p.timing.wanted ?? 0.01
  const seen = [
    evidenceOf(setup, { kind: 'speed', value: 1.07 * (p.alongSpeed || 5), at: 0 }),
    evidenceOf(setup, { kind: 'found', value: 1.02 * wanted, scatter: 0.3 * (p.spread.scatter || 0.001) }),
    evidenceOf(setup, { kind: 'place', value: 0.004, delay: wanted * 1.01 }),
  ].map((entry, i) => ({ ...entry, id: `e${i + 1}` }))
  const informed = { ...setup, evidence: seen }
  const held = plan(informed)
  return {
    belief: posteriorOf(informed),
    timing: held.timing,
    spread: [held.spread.scatter, held.spread.uncertainty],
    perTake: held.keep.perTake,
    next: measureNext(held).map(({ setup: _, ...promise }) => promise),
  }
}

/** Props given to the bench: one fewer than its dialogue lets go. */
const STOCK = 5

/** What a bench drawn for a set-up answers to a dialogue, and what truly happened in its shots. */
function practised({ setup, timing }: Plan): Record<string, unknown> {
  const rig = drawRig(setup, 7, { drift: 0.01 })
  const device = new PracticeDevice(rig, setup, switchedOn(setup), STOCK)
  const frame = ['SHUTTER OPEN', 'ACT', 'SHUTTER CLOSE']
  const delay = Math.max(-1, timing.wanted ?? 0)
  const lines = [
    ...['HELLO 1', 'ACT', 'ARM', 'STATUS', `SET delay ${delay}`],
    ...frame,
    ...[
      'STATUS',
      ...frame,
      'SHUTTER CLOSE',
      `SET delay ${1.1 * delay + 0.001}`,
      'SET threshold 0.02',
      'SET hold-off 0',
    ],
    ...frame,
    ...['SAFE', ...frame, 'STATUS', 'ACT', 'SET delay 1e9', 'SET shade 1', 'SHUTTER', 'STAND'],
  ]
  const answers = lines.map((line, i) => {
    const { lines: said, shot, exposure } = device.take(line, 0.7 * i)
    const { settings: _, ...happened } = shot ?? { settings: null }
    return { said: said.join(' ').split(' '), ...happened, openFor: exposure?.openFor ?? null }
  })
  return { truth: rig.truth, planned: plannedRig(setup).truth, answers, left: device.state.fired }
}

/** Words longer than an id are not kept: they are no figures. */
const LONGEST_ID = 20

/** A value without its long texts, as it would be read from a file. */
function bare(value: unknown): unknown {
  if (typeof value === 'string') return value.length > LONGEST_ID ? undefined : value
  if (typeof value === 'number') return Number.isFinite(value) ? value : null
  if (value === null || typeof value !== 'object') return value
  const kept = Object.entries(value).flatMap(([key, child]): [string, unknown][] => {
    const one = bare(child)
    return one === undefined ? [] : [[key, one]]
  })
  return Array.isArray(value) ? kept.map(([, child]) => child) : Object.fromEntries(kept)
}

/** All that is worked out of a set-up, but what is said of it; of a recipe as it starts its methods as well. */
export function figuresOf({ recipe, changes }: Omit<GoldenFigures, 'figures'>): Record<string, unknown> {
  const setup = withChanges(newSetup(recipe), changes)
  const whole = plan(setup)
  const { setup: _s, known: _k, findings: _f, entered: _e, ...planned } = whole
  return bare({
    plan: planned,
    results: resultsOf(whole).map(({ id, value }) => ({ id, value })),
    checks: checksOf(plan(tested(whole))),
    programme: programmeOf(whole),
    stand: statusOf(setup, whole, { takes: 5, on: 2, keepers: 1, used: 4 }),
    methods: changes.length === 0 ? compareMethods(setup) : [],
    cautions: cautionsOf(setup),
    light: ofLight(whole),
    run: ofRun(whole),
    played: played(whole),
    evidence: ofEvidence(whole),
    bench: practised(whole),
  }) as Record<string, unknown>
}
