import { valueAt, withChanges } from './paths'
import type { Evidence, EvidenceKind, Setup } from './types'

/**
 * Fields that decide what a reading was taken under: kept with it, so that what is moved afterwards is moved only now.
 */
const CONDITIONS = [
  'trigger',
  'method',
  'motion.kind',
  'motion.angle',
  'subject.distance',
  'subject.depth',
  'subject.height',
  'subject.secondGap',
  'moment.reference',
  'moment.model',
  'moment.offset',
  'moment.descending',
  'moment.fraction',
  'moment.time',
  'sensor.kind',
  'sensor.source',
  'sensor.position',
  'sensor.offset',
  'sensor.bounceAfter',
  'sensor.latency',
  'link.kind',
  'link.latency',
  'camera.lag',
  'picture.shutter',
  'flashes[0].power',
  'hand.lead',
] as const

/** A latency typed anew while its part is of the same kind was put right, not changed for another. */
const OF_A_KIND: Partial<Record<string, string>> = {
  'sensor.latency': 'sensor.kind',
  'link.latency': 'link.kind',
  'camera.lag': 'method',
}

/** What a metered light was taken for, and how it was set: kept with its reading. */
const OF_LIGHT = ['guideNumber', 'units', 'lossStops', 'power', 'distance', 'head', 'modifier'] as const

/** The conditions of a set-up as it stands; with a light's own, by its place in the list, where one was metered. */
export const conditionsOf = (setup: Setup, light: number | null = null): Evidence['conditions'] =>
  [...CONDITIONS, ...(light === null ? [] : OF_LIGHT.map(key => `flashes[${light}].${key}`))].flatMap(path => {
    const value = valueAt(setup, path)
    return value === undefined ? [] : [{ path, value: value as Evidence['conditions'][number]['value'] }]
  })

/** The set-up as it stood when something was seen. */
export function asItStood(setup: Setup, { conditions }: Evidence): Setup {
  const then = new Map(conditions.map(({ path, value }) => [path, value]))
  const moved = conditions.filter(({ path, value }) => {
    const now = valueAt(setup, path)
    if (now === undefined || Object.is(now, value)) return false
    const kind = OF_A_KIND[path]
    return kind === undefined || then.get(kind) !== valueAt(setup, kind)
  })
  return moved.length === 0 ? setup : withChanges(setup, moved)
}

/** What a person reads by eye, in the unit of the kind; a share where the error grows with the reading. */
export const READING: Record<EvidenceKind, { error: number; share?: boolean }> = {
  place: { error: 0.003 },
  beyond: { error: 0.003 },
  short: { error: 0.003 },
  late: { error: 0.0005 },
  speed: { error: 0.01, share: true },
  interval: { error: 0.0001 },
  blocked: { error: 0.02, share: true },
  latency: { error: 0.02, share: true },
  found: { error: 0.001 },
  ambient: { error: 0.33 },
  light: { error: 0.17 },
  dark: { error: 0.02 },
}

/** Standard error that a reading is taken for where nothing is said. */
export const readingError = (kind: EvidenceKind, value: number): number =>
  READING[kind].share ? Math.max(Math.abs(value) * READING[kind].error, 1e-9) : READING[kind].error

/** Something that was seen with a set-up as it stands; what is not said is taken as usual. */
export function evidenceOf(
  setup: Setup,
  seen: Pick<Evidence, 'kind' | 'value'> & Partial<Omit<Evidence, 'conditions'>>,
): Evidence {
  const taken = new Set(setup.evidence.map(entry => entry.id))
  let number = setup.evidence.length + 1
  while (taken.has(`e${number}`)) number++
  return {
    id: `e${number}`,
    on: true,
    error: readingError(seen.kind, seen.value),
    delay: null,
    at: null,
    from: 'start',
    to: 'impact',
    light: 0,
    scatter: null,
    takes: [],
    firing: '',
    instrument: '',
    date: '',
    how: '',
    ...seen,
    conditions: conditionsOf(setup, seen.kind === 'light' ? (seen.light ?? 0) : null),
  }
}
