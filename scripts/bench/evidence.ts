import { RECIPES, type Setup, assess, infer, newSetup, plan, withChanges } from '../../core'
import { type Draw, EvidenceWorld, type Told } from '../../tests/support/evidenceWorld'

const LOGS = Number(process.env.EVIDENCE_LOGS ?? 500)
const ONLY = process.env.EVIDENCE_RECIPES?.split(',')

const MIXES: [name: string, draw: Draw, tape?: number][] = [
  ['one kind, 3 firings', { kinds: ['place'], firings: 3, together: false }],
  ['place + speed + time, the same 3', { kinds: ['place', 'speed', 'interval'], firings: 3, together: true }],
  ['place + speed + time, 9 firings', { kinds: ['place', 'speed', 'interval'], firings: 3, together: false }],
  ['place + side, the same 3', { kinds: ['place', 'beyond'], firings: 3, together: true }],
  ['two of three kinds, the same 2', { kinds: ['speed', 'interval'], firings: 2, together: true }],
  ['the first, tape ± 10 mm', { kinds: ['place'], firings: 3, together: false }, 0.01],
  ['the second, tape ± 10 mm', { kinds: ['place', 'speed', 'interval'], firings: 3, together: true }, 0.01],
]

/** Kinds that can be read of a set-up. */
function readable({ motion, moment }: Setup, kinds: readonly Told[]): Told[] {
  const timed = motion.kind === 'still' || moment.reference !== 'travel'
  const fits = kinds.map((kind): Told => (timed && (kind === 'place' || kind === 'beyond') ? 'late' : kind))
  return [...new Set(fits)].filter(kind => kind !== 'speed' || !['still', 'fall'].includes(motion.kind))
}

const share = (off: readonly number[]): string => {
  const within = (z: number): string =>
    ((100 * off.filter(x => Math.abs(x) < z).length) / Math.max(1, off.length)).toFixed(0)
  return off.length === 0 ? '–' : `${within(1)} / ${within(1.96)}`
}

function row(recipe: (typeof RECIPES)[number], name: string, draw: Draw, tape?: number): string {
  const start = { ...newSetup(recipe), trigger: 'sensor' as const }
  const moves = start.motion.kind !== 'still'
  const setup = withChanges(start, [
    ...(moves ? [{ path: 'motion.dragPerMetre', value: assess(start).drag }] : []),
    ...(tape === undefined ? [] : [{ path: 'subject.distanceError', value: tape }]),
  ])
  const [delay, speed, distance]: number[][] = [[], [], []]
  let [asked, logs, ms] = [0, 0, 0]
  for (let seed = 1; seed <= LOGS; seed++) {
    const world = new EvidenceWorld(setup, seed)
    const wanted = world.wanted()
    const evidence = world.log({ ...draw, kinds: readable(setup, draw.kinds) })
    const began = performance.now()
    const belief = infer({ ...setup, evidence })
    ms += performance.now() - began
    if (wanted === null || belief === null) continue
    const told = assess({ ...setup, evidence })
    delay!.push((told.timing.wanted! - wanted) / Math.max(1e-9, told.spread.uncertainty))
    belief.unknowns.forEach(({ input }, i) => {
      const sigma = Math.sqrt(belief.covariance[i]![i]!)
      if (input === 'speed') speed!.push(Math.log(world.truth.speed / belief.values[i]!) / sigma)
      if (input === 'subjectDistance') distance!.push((world.truth.subjectDistance - belief.values[i]!) / sigma)
    })
    logs++
    if (belief.outliers.length > 0) asked++
  }
  const figures = [delay!, speed!, distance!].map(share).join(' | ')
  const questions = ((100 * asked) / Math.max(1, logs)).toFixed(1)
  return `| ${recipe} | ${name} | ${figures} | ${questions} % | ${(ms / LOGS).toFixed(1)} |`
}

const medianOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

/** Time of a plan: without evidence, with it while a beam is dragged, and with three readings that are new. */
function times(): void {
  console.log('\n| recipe | plan, ms | with evidence, dragged | with three new readings |\n|---|---|---|---|')
  for (const recipe of RECIPES) {
    const base = { ...newSetup(recipe), trigger: 'sensor' as const }
    const world = new EvidenceWorld(base, 4)
    const [kind] = readable(base, ['place'])
    const evidence = world.log({ kinds: [kind!], firings: 3, together: false })
    const timed = (make: (i: number) => Setup): string => {
      const all: number[] = []
      for (let i = 0; i < 120; i++) {
        const setup = make(i)
        const began = performance.now()
        plan(setup)
        if (i >= 20) all.push(performance.now() - began)
      }
      return medianOf(all).toFixed(2)
    }
    const moved = (setup: Setup, i: number): Setup => ({
      ...setup,
      sensor: { ...setup.sensor, position: setup.sensor.position + 1e-5 * i },
    })
    const anew = (i: number): Setup => ({
      ...base,
      evidence: evidence.map(entry => ({ ...entry, value: entry.value + 1e-7 * i })),
    })
    const figures = [timed(i => moved(base, i)), timed(i => moved({ ...base, evidence }, i)), timed(anew)]
    console.log(`| ${recipe} | ${figures.join(' | ')} |`)
  }
}

/** How often stated intervals hold the truth, in the practice world, which shares no code with plan and inference. */
export function evidenceBench(): void {
  console.log(`${LOGS} logs each: 68 / 95 % intervals that hold the truth, and logs of which something is asked\n`)
  console.log('| recipe | seen | delay | speed | distance | asked | ms |\n|---|---|---|---|---|---|---|')
  for (const recipe of RECIPES.filter(each => !ONLY || ONLY.includes(each)))
    for (const [name, draw, tape] of MIXES)
      if (readable(newSetup(recipe), draw.kinds).length > 0) console.log(row(recipe, name, draw, tape))
  times()
}
