import {
  type Change,
  type Field,
  type FigureValue,
  KIT_KINDS,
  type KitItem,
  RECIPES,
  type Recipe,
  type Setup,
  completeSetup,
  flashFromLeaflet,
  fieldAt,
  newCard,
  newKitItem,
  newSetup,
  plan,
  valueAt,
  withChanges,
} from '../../core'
import { isObject } from '../../core/math/json'
import { completeKitItem } from '../../core/kit/complete'
import { KIT_FIGURES } from '../../core/kit/figures'
import { flashFromKit, forgetKit, kitChanges, kitDifferences, withKit, withModifier } from '../../core/kit/apply'
import { markedByKit } from '../../core/kit/marks'
import { isOwn, keptAsKit, ownKitFor } from '../../core/kit/own'
import { changed } from '../../core/defaults/choices'
import { READING, asItStood, evidenceOf } from '../../core/setup/evidence'
import * as fields from '../../core/setup/fields'
import { setupJsonSchema } from '../../shared/schemas/setupJsonSchema'
import { entered, unknownChanges } from '../../core/defaults/marks'
import { sourceOf } from '../../core/setup/typed'
import { changedPaths } from '../../core/setup/paths'
import { APERTURES, ISOS, SHUTTERS_IN_SECONDS, nearestStep, stepDown, stepUp } from '../../core/setup/steps'
import { assumedAt } from '../../core/defaults/typical'

/** What set-ups and kit are made of, what follows from changes, and what files of before become. */
export type GoldenSetups = Record<string, unknown>

/** What a set-up has otherwise than another, by path. */
const otherwise = (before: object, after: object): Record<string, unknown> =>
  Object.fromEntries(changedPaths(before, after).map(path => [path, valueAt(after, path) ?? null]))

/** Every path of a set-up that a field stands for. */
function pathsOf(part: unknown, path = ''): string[] {
  if (fieldAt(path)) return [path]
  if (part === null || typeof part !== 'object') return []
  return Object.entries(part).flatMap(([key, value]) =>
    pathsOf(value, path === '' ? key : Array.isArray(part) ? `${path}[${key}]` : `${path}.${key}`),
  )
}

/** Other values of a field: all that may be chosen, or a figure a quarter up and one that was left empty. */
function othersOf(field: Field, now: unknown): FigureValue[] {
  if (field.type === 'flag') return [!now]
  if (field.type === 'choice') return field.options.filter(option => option !== now)
  if (field.type === 'text') return ['another']
  const up = typeof now === 'number' && now !== 0 ? now * 1.25 : field.max / 4
  const value = Math.min(field.max, Math.max(field.min, field.integer ? Math.ceil(up) : Number(up.toPrecision(4))))
  return field.nullable && now !== null ? [value, null] : [value]
}

/** A set-up with one of everything that there may be several of. */
function fullSetup(recipe: Recipe): Setup {
  const setup = newSetup(recipe)
  const seen = evidenceOf(setup, { kind: 'speed', value: 12, date: '2026-11-24', takes: [1, 2] })
  return { ...setup, scene: { ...setup.scene, cards: [newCard(plan(setup), 'white')] }, evidence: [seen] }
}

function madeBySomebody(recipe: Recipe): unknown {
  const setup = fullSetup(recipe)
  return Object.fromEntries(
    pathsOf(setup).flatMap(path =>
      othersOf(fieldAt(path)!, valueAt(setup, path)).map(value => {
        const change: Change = { path, value }
        const next = entered(changed(setup, [change]), [change], '2026-11-24')
        return [
          `${path} ${String(value)}`,
          { now: otherwise(setup, next), from: sourceOf(next, path), unknown: unknownChanges(setup, path) },
        ]
      }),
    ),
  )
}

/** Files that lack one thing each, as those of before did. */
function filesOfBefore(recipe: Recipe): unknown {
  const whole = newSetup(recipe)
  const without = (path: readonly string[]): unknown => {
    const file = JSON.parse(JSON.stringify(whole)) as Record<string, unknown>
    const part = path
      .slice(0, -1)
      .reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, file)
    Reflect.deleteProperty(part, path.at(-1)!)
    return file
  }
  const ways = Object.entries(whole).flatMap(([key, part]) => [
    [key],
    ...(isObject(part) ? Object.keys(part).map(inner => [key, inner]) : []),
  ])
  const flashes = whole.flashes.flatMap((flash, i) => Object.keys(flash).map(key => ['flashes', String(i), key]))
  return Object.fromEntries(
    [...ways, ...flashes].map(way => [way.join('.'), otherwise(whole, completeSetup(without(way)) as object)]),
  )
}

/** Sequences were a count, an interval and a start. */
const sequencesOfBefore = (): unknown =>
  [{ count: 6 }, { interval: 0.1 }, { start: 0.2 }, { count: 6, interval: 0.1, start: 0.2 }, { count: 1 }, {}].map(
    sequence => (completeSetup({ ...newSetup('swing'), sequence }) as Setup).sequence,
  )

/** Speeds that must be sharp were one, of the moment; a set-up had no marks. */
const oldMoments = (): unknown =>
  RECIPES.map(recipe => {
    const {
      bodies: _,
      marks: __,
      ...rest
    } = withChanges(newSetup(recipe), [
      { path: 'motion.speed', value: 7.5 },
      { path: 'camera.lag', value: 0.07 },
      { path: 'kit.camera', value: 'one' },
    ])
    const file = completeSetup({ ...rest, version: 1, moment: { ...rest.moment, speed: 9 } }) as Setup
    return [file.bodies, file.marks, 'speed' in file.moment]
  })

/** An item of each kind, its figures a quarter up, half of them measured; flashes from their leaflets as well. */
function items(): KitItem[] {
  const made = KIT_KINDS.map(kind => {
    const item = newKitItem(kind, `One ${kind}`)
    const figures = Object.entries(KIT_FIGURES[kind]).map(([key, field]) => [
      key,
      othersOf(field, item.figures[key])[0]!,
    ])
    const marks = Object.keys(item.marks).map((key, i) => [
      key,
      i % 2 === 0 ? { basis: 'measured', date: '2026-10-11' } : { basis: 'rated', date: '' },
    ])
    return { ...item, figures: Object.fromEntries(figures), marks: Object.fromEntries(marks) } as KitItem
  })
  const said = { name: 'Leaflet', energy: null, guideNumber: null, recycleTime: null } as const
  const one = (measure: 't05' | 't01', power: number) => ({ durations: [{ duration: 1 / 800, measure, power }] })
  const leaflets = [
    flashFromLeaflet({ ...said, supply: 'battery', ...one('t05', 1 / 2), guideNumber: 40 }),
    flashFromLeaflet({ ...said, supply: 'mains', ...one('t01', 1), energy: 500 }),
    flashFromLeaflet({ ...said, supply: 'mains', ...one('t05', 1 / 128), recycleTime: 1.5 }),
  ]
  return [...made, ...leaflets.map(item => ({ ...item, table: item.table.map(row => ({ ...row, date: '' })) }))]
}

function taken(setup: Setup, item: KitItem): Setup {
  if (item.kind === 'flash')
    return { ...setup, flashes: setup.flashes.map((f, i) => (i === 0 ? flashFromKit(f, item, 'k') : f)) }
  if (item.kind === 'modifier')
    return { ...setup, flashes: setup.flashes.map((f, i) => (i === 0 ? withModifier(f, item, 'k') : f)) }
  return withChanges(setup, kitChanges(item, 'k'))
}

function withEach(recipe: Recipe, item: KitItem): unknown {
  const setup = newSetup(recipe)
  const took = markedByKit(taken(setup, item), item, 'k')
  const [first] = Object.keys(item.figures)
  const later = {
    ...item,
    figures: { ...item.figures, ...(first ? { [first]: newKitItem(item.kind).figures[first]! } : {}) },
  }
  const kept = (['camera', 'lens', 'sensor', 'controller', 'flash'] as const).filter(kind => isOwn(took, kind))
  return {
    took: otherwise(setup, took),
    same: kitDifferences(took, item, 'k'),
    later: kitDifferences(took, later, 'k'),
    now: otherwise(took, withKit(took, later, 'k')),
    another: otherwise(took, withKit(took, later, 'another')),
    forgotten: otherwise(took, forgetKit(took, new Set())),
    remembered: otherwise(took, forgetKit(took, new Set(['k']))),
    kept: kept.map(kind => [kind, keptAsKit(took, kind, 'Mine')]),
  }
}

const ofKit = (): unknown => ({
  items: items(),
  own: RECIPES.map(recipe => [
    recipe,
    ownKitFor(
      newSetup(recipe),
      items().map((item, i) => ({ id: `i${i}`, item, uses: (i * 7) % 5 })),
    ),
  ]),
  taken: (['projectile', 'powder', 'swing'] as const).flatMap(recipe => items().map(item => withEach(recipe, item))),
  before: items().flatMap(item =>
    Object.keys(item.figures).map(key => {
      const { [key]: _, ...figures } = item.figures
      const { [key]: __, ...marks } = item.marks
      return [item.kind, key, otherwise(item, completeKitItem({ ...item, figures, marks }) as object)]
    }),
  ),
})

function ofEvidence(): unknown {
  const setup = fullSetup('projectile')
  const seen = (Object.keys(READING) as (keyof typeof READING)[]).map(kind => evidenceOf(setup, { kind, value: -3 }))
  const moved = pathsOf(setup).flatMap(path =>
    othersOf(fieldAt(path)!, valueAt(setup, path)).map(value => {
      const later = withChanges(setup, [{ path, value }])
      return [`${path} ${String(value)}`, otherwise(later, asItStood(later, seen[0]!))]
    }),
  )
  return { seen, moved: Object.fromEntries(moved) }
}

const SERIES = { apertures: APERTURES, shutters: SHUTTERS_IN_SECONDS, isos: ISOS }

/** Everything that is kept. */
export const setupsAsTold = (): GoldenSetups => ({
  schema: setupJsonSchema(),
  fields: Object.fromEntries(Object.entries(fields).filter(([, value]) => typeof value !== 'function')),
  assumed: RECIPES.map(recipe => {
    const setup = newSetup(recipe)
    return [recipe, Object.fromEntries(pathsOf(setup).map(path => [path, assumedAt(setup, path)]))]
  }),
  somebody: Object.fromEntries((['projectile', 'balloon', 'swing'] as const).map(one => [one, madeBySomebody(one)])),
  before: Object.fromEntries((['projectile', 'pour', 'swing'] as const).map(one => [one, filesOfBefore(one)])),
  sequences: sequencesOfBefore(),
  moments: oldMoments(),
  kit: ofKit(),
  evidence: ofEvidence(),
  steps: Object.entries(SERIES).map(([name, series]) => [
    name,
    series,
    [1e-6, 0.9, 1, 1.19, 7.1, 300, 1e7].map(value => {
      const scaled = (value * series[0]!) as number
      return [stepUp(series, scaled), stepDown(series, scaled), nearestStep(series, scaled)]
    }),
  ]),
})
