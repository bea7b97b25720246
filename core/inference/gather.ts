import { asItStood } from '../setup/evidence'
import type { Evidence, Setup } from '../setup/types'
import { firingOf } from './firing'
import { type Own, type Seen, type Sought, byLog, scatteredBy, scattersIn } from './linear'
import { type ChainModel, predicted, chainModelOf } from './predict'
import type { Unknown } from './types'
import { inferredSigma, offBase, sameUnknown, unknownsOf } from './unknowns'

/** Whether what is seen would be otherwise were an unknown. */
function bearsOn(world: ChainModel, evidence: Evidence, unknown: Unknown): boolean {
  const at = (z: number): number | null =>
    predicted(world, evidence, {
      ...world.mean,
      [unknown.input]: offBase(unknown, unknown.prior, z * inferredSigma(unknown)),
    })
  return !Object.is(at(1), at(0)) || !Object.is(at(-1), at(0))
}

/** What the square of a speed has lost from the start to where it was read, m²/s²; all of it where it never comes. */
function lostBy(world: ChainModel, evidence: Evidence): number {
  if (evidence.kind !== 'speed') return 0
  const start = predicted(world, { ...evidence, at: 0 }, world.mean) ?? 0
  return Math.max(0, start ** 2 - (predicted(world, evidence, world.mean) ?? 0) ** 2)
}

/** Whether what is seen would be otherwise in a firing that was off its usual in one thing. */
function scatters(world: ChainModel, evidence: Evidence, what: string): boolean {
  const at = (z: number): number | null => predicted(world, evidence, scatteredBy(world, world.mean, what, z))
  return !Object.is(at(1), at(0)) || !Object.is(at(-1), at(0))
}

/** What is sought: the unknowns that the evidence bears on, and what each firing seen more than once had of its own. */
export function gather(setup: Setup, evidence: readonly Evidence[]): { sought: Sought; seen: Seen[] } {
  const unknowns: Unknown[] = []
  const measured = evidence.some(entry => entry.kind === 'latency')
  // Most readings were taken under one and the same set-up.
  const worlds = new Map<Setup, { world: ChainModel; all: Unknown[] }>()
  const worldFor = (entry: Evidence): { world: ChainModel; all: Unknown[] } => {
    const then = asItStood(setup, entry)
    const known = worlds.get(then) ?? { world: chainModelOf(then), all: unknownsOf(then, measured) }
    worlds.set(then, known)
    return known
  }
  const seen = evidence.map((entry): Seen => {
    const { world, all } = worldFor(entry)
    const places = all
      .filter(unknown => bearsOn(world, entry, unknown))
      .map(unknown => {
        const before = unknowns.findIndex(other => sameUnknown(other, unknown))
        return { input: unknown.input, at: before < 0 ? unknowns.push(unknown) - 1 : before }
      })
    const log = byLog(entry, predicted(world, entry, world.mean))
    return { evidence: entry, firing: firingOf(entry), world, places, own: [], log, lost: lostBy(world, entry) }
  })
  const own: Own[] = []
  for (const one of seen) {
    const { firing, world, evidence: entry } = one
    if (firing === null || seen.filter(other => other.firing === firing).length < 2) continue
    for (const what of scattersIn(world).filter(each => scatters(world, entry, each))) {
      const before = own.findIndex(other => other.firing === firing && other.what === what)
      one.own.push({ what, at: unknowns.length + (before < 0 ? own.push({ firing, what }) - 1 : before) })
    }
  }
  return { sought: { unknowns, own }, seen }
}
