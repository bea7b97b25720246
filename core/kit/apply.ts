import { type Change, valueAt, withChanges } from '../setup/paths'
import { withMark } from '../setup/typed'
import { type FigureMark, type FlashSetup, KIT_PARTS, type Setup } from '../setup/types'
import { PART, sharedKeys } from './figures'
import { markedByKit } from './marks'
import type { KitItem, KitKind } from './types'

/** Kinds of which a set-up holds one; lights and their modifiers are held in a list. */
export type SingleKind = Exclude<KitKind, 'flash' | 'modifier'>

/** Kinds of gear that a set-up has one of. */
export const SINGLE_KINDS: readonly SingleKind[] = KIT_PARTS

/** What a set-up holds of an item, key by key of its figures. */
function taken(item: KitItem): [string, string | number | boolean | null][] {
  return sharedKeys(item.kind).map(key => [key, item.figures[key] ?? null])
}

/** Takes that the stock allows. */
const takesIn = (item: KitItem): number =>
  Math.floor(Number(item.figures.stock) / Math.max(1, Number(item.figures.perTake)))

/**
 * Changes that put an item of kit into a set-up: its figures and the note of where they came from.
 *
 * @param item of one of the kinds a set-up holds once
 * @param id of the item in the studio's kit
 */
export function kitChanges(item: KitItem, id: string): Change[] {
  const kind = item.kind as SingleKind
  const figures =
    kind === 'consumable'
      ? [{ path: 'goal.stock', value: takesIn(item) }]
      : taken(item).map(([key, value]) => ({ path: `${PART[kind]}.${key}`, value }))
  return [{ path: `kit.${kind}`, value: id }, ...figures]
}

/** Powers within a step of the one in use decide whether the durations at it are measured. */
function measuredAt(item: KitItem, power: number): boolean {
  const near = item.table.filter(row => Math.abs(Math.log2(row.power / power)) < 1 - 1e-9)
  return near.length > 0 && near.every(row => row.basis === 'measured')
}

/**
 * A light of a set-up with the figures of a flash of the kit; place, power and number of units stay, power as far as
 * the flash allows.
 */
export function flashFromKit(flash: FlashSetup, item: KitItem, id: string): FlashSetup {
  const figures: Partial<FlashSetup> = Object.assign({}, Object.fromEntries(taken(item)))
  const power = Math.max(flash.power, Number(item.figures.minimumPower))
  return {
    ...flash,
    ...figures,
    kit: id,
    power,
    measured: measuredAt(item, power),
    borrowed: false,
    table: item.table.map(({ power: at, t05, t01 }) => ({ power: at, t05, t01 })),
    repeat: item.repeat.map(row => ({ ...row })),
  }
}

/** A light with a modifier of the kit before it. */
export function withModifier(flash: FlashSetup, item: KitItem, id: string): FlashSetup {
  return { ...flash, ...(Object.fromEntries(taken(item)) as Partial<FlashSetup>), modifier: id }
}

/** A figure that somebody typed or measured stays; what another item of kit said gives way. */
const isOwnWord = ({ from }: FigureMark): boolean => from === 'yours' || from === 'measured'

const ownWords = (setup: Setup, path: string): boolean =>
  setup.marks.some(mark => mark.path === path && isOwnWord(mark))

function chosenLight(setup: Setup, light: number, item: KitItem, id: string): Setup {
  const before = setup.flashes[light]!
  const after = item.kind === 'flash' ? flashFromKit(before, item, id) : withModifier(before, item, id)
  const at = `flashes[${light}].`
  const tableTyped = setup.marks.some(mark => mark.path.startsWith(`${at}table[`) && isOwnWord(mark))
  const stays = Object.keys(after).filter(key => ownWords(setup, at + key))
  const kept: Partial<FlashSetup> = Object.assign(
    tableTyped ? { table: before.table, measured: before.measured } : {},
    Object.fromEntries(stays.map(key => [key, before[key as keyof FlashSetup]])),
  )
  const flashes = setup.flashes.map((flash, i) => (i === light ? { ...after, ...kept } : flash))
  // Rows of the table before are no rows of this one.
  const marks =
    item.kind === 'flash' && !tableTyped
      ? setup.marks.filter(mark => !mark.path.startsWith(`${at}table[`))
      : setup.marks
  return { ...setup, flashes, marks }
}

/**
 * A set-up that takes its figures from an item of kit from now on, with where they come from. What somebody typed or
 * measured stays, and can be taken over by itself (`kitDifferences`, `withKit`).
 *
 * @param light the light that is taken from kit, or gets the modifier
 */
export function chosenFromKit(setup: Setup, item: KitItem, id: string, light = 0): Setup {
  const lit = item.kind === 'flash' || item.kind === 'modifier'
  const next = lit
    ? chosenLight(setup, light, item, id)
    : withChanges(
        setup,
        kitChanges(item, id).filter(change => !ownWords(setup, change.path)),
      )
  const stayed = setup.marks.filter(isOwnWord)
  const marked = markedByKit(next, item, id)
  const back = stayed.filter(mark => Object.is(valueAt(setup, mark.path), valueAt(marked, mark.path)))
  return back.reduce((now, { path, ...mark }) => withMark(now, path, mark), marked)
}

/** Ids of all kit that a set-up took figures from. */
export function kitIdsOf(setup: Setup): string[] {
  const ids = [...Object.values(setup.kit), ...setup.flashes.flatMap(flash => [flash.kit, flash.modifier])]
  return [...new Set(ids.filter(id => id !== ''))]
}

/**
 * The set-up without mention of kit that is not among `known`: what another studio's file brings along. Its figures
 * stay.
 */
export function forgetKit(setup: Setup, known: ReadonlySet<string>): Setup {
  const keep = (id: string): string => (known.has(id) ? id : '')
  return {
    ...setup,
    kit: Object.fromEntries(Object.entries(setup.kit).map(([kind, id]) => [kind, keep(id)])) as Setup['kit'],
    flashes: setup.flashes.map(flash => ({ ...flash, kit: keep(flash.kit), modifier: keep(flash.modifier) })),
  }
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** Figures of an item that a part of a set-up has otherwise, by key. */
const unlike = (part: object, item: KitItem): string[] =>
  taken(item).flatMap(([key, value]) => (same((part as Record<string, unknown>)[key], value) ? [] : [key]))

/** Figures of an item that a set-up which took it has differently now, by key; `table` for the durations. */
export function kitDifferences(setup: Setup, item: KitItem, id: string): string[] {
  const differing = ((): string[] => {
    switch (item.kind) {
      case 'consumable':
        return setup.kit.consumable === id && setup.goal.stock !== takesIn(item) ? ['stock'] : []
      case 'modifier':
        return setup.flashes.filter(flash => flash.modifier === id).flatMap(flash => unlike(flash, item))
      case 'flash':
        return setup.flashes
          .filter(flash => flash.kit === id)
          .flatMap(flash => {
            const fresh = flashFromKit(flash, item, id)
            return [
              ...unlike(flash, item),
              ...(['table', 'repeat'] as const).filter(key => !same(flash[key], fresh[key])),
            ]
          })
      default:
        return setup.kit[item.kind] === id ? unlike(setup[PART[item.kind]], item) : []
    }
  })()
  return [...new Set(differing)]
}

/** The set-up with every place that took an item brought up to its figures of now. */
export function withKit(setup: Setup, item: KitItem, id: string): Setup {
  if (item.kind !== 'flash' && item.kind !== 'modifier')
    return setup.kit[item.kind] === id ? withChanges(setup, kitChanges(item, id)) : setup
  return {
    ...setup,
    flashes: setup.flashes.map(flash => {
      if (item.kind === 'flash' && flash.kit === id) return flashFromKit(flash, item, id)
      return item.kind === 'modifier' && flash.modifier === id ? withModifier(flash, item, id) : flash
    }),
  }
}
