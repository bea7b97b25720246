import type { Quantity } from '../../core'
import type { FlashPower, GearEventKind, GearKind, GearMemory } from '../../core/season'

/** Kinds of which it is kept from day to day how they are. */
type RememberedKind = GearKind | 'flash'

/** What is learnt of each kind, as a chart is headed, and its quantity. */
export const GEAR_FIGURES: Readonly<Record<RememberedKind, { name: string; quantity: Quantity }>> = {
  launcher: { name: 'Launch speed', quantity: 'speed' },
  mixture: { name: 'Time to the moment', quantity: 'time' },
  skin: { name: 'Tear speed', quantity: 'speed' },
  hand: { name: 'How early the press comes', quantity: 'time' },
  flash: { name: 'Flash duration (t.1)', quantity: 'time' },
}

/** How gear stands, as a sentence begins. */
function standing(kind: RememberedKind, value: number, { figure, at }: GearShown): string {
  if (kind === 'hand') return `Presses ${figure(Math.abs(value))} ${value < 0 ? 'late' : 'early'}`
  return `${GEAR_FIGURES[kind].name}${at ? ` at ${at}:` : ''} ${figure(value)}`
}

/** What can be noted of gear, as a choice. */
export const GEAR_EVENT_LABELS: Readonly<Record<GearEventKind, string>> = {
  repaired: 'Repaired',
  replaced: 'Replaced: count from here',
  note: 'Note',
}

/** A figure or a share as it is shown. */
export interface GearShown {
  figure: (value: number) => string
  /** A change or an error: a share of the figure, or of its own unit. */
  change: (value: number) => string
  date: (day: number) => string
  /** The power that a flash’s duration is given for. */
  at?: string
}

const signed = (value: number, { change }: GearShown): string => `${value < 0 ? '−' : '+'}${change(Math.abs(value))}`

/** Whether gear changes, in sentences: how it stands, what changed, and what could not have been noticed. */
export function gearText(kind: RememberedKind, memory: GearMemory, shown: GearShown): string[] {
  const days = memory.days === 1 ? 'one day' : `${memory.days} days`
  const seen = kind === 'flash' ? 'reading' : 'take'
  const takes = memory.takes === 1 ? `one ${seen}` : `${memory.takes} ${seen}s`
  const stands =
    `${standing(kind, memory.value, shown)} ± ${shown.change(memory.error)} expected on a new day, ` +
    `from ${takes} on ${days}; ${seen}s vary by ± ${shown.change(memory.spread)}.`
  const { repair, jump, trend } = memory
  const drifts = trend
    ? [
        `From ${shown.date(trend.from)} to ${shown.date(trend.to)} it changed steadily: ` +
          `${signed(trend.by, shown)}, between ${signed(trend.low, shown)} and ${signed(trend.high, shown)}; ` +
          `${signed(trend.monthly, shown)} a month.`,
      ]
    : []
  const mended = repair
    ? [
        `Since the repair of ${shown.date(repair.day)}: ${signed(repair.by, shown)}, ` +
          `between ${signed(repair.low, shown)} and ${signed(repair.high, shown)}.`,
      ]
    : []
  if (jump)
    return [
      stands,
      ...drifts,
      ...mended,
      `It changed on ${shown.date(jump.day)}: ${signed(jump.by, shown)}, between ${signed(jump.low, shown)} and ` +
        `${signed(jump.high, shown)}. Find out what was done to it, and note it here.`,
    ]
  if (memory.days < 3)
    return [stands, ...mended, `Three days of ${seen}s show how much its days differ; until then that is assumed.`]
  // Two days after a jump have to agree on it: by then one of some three and a half differences of days shows.
  const least = 3.5 * Math.hypot(memory.betweenDays, memory.spread / Math.sqrt(memory.takes / memory.days))
  return [
    stands,
    ...drifts,
    ...mended,
    `No sudden change. One of ${shown.change(least)} or more would most likely have been noticed within two days.`,
  ]
}

const COMPARE = 'Read two powers on one day, and what one shows counts for the other.'

/** A flash at the powers it is not told at, in sentences. */
export function otherPowersText(
  powers: readonly FlashPower[],
  { figure, change, power }: Pick<GearShown, 'figure' | 'change'> & { power: (share: number) => string },
): string[] {
  const listed = (some: readonly FlashPower[]): string =>
    some.map(({ power: share, t01, error }) => `${figure(t01)} ± ${change(error)} at ${power(share)}`).join(', ')
  const [tied, alone] = [powers.filter(one => one.tied), powers.filter(one => !one.tied)]
  return [
    ...(tied.length > 0 ? [`At other powers: ${listed(tied)}.`] : []),
    ...(alone.length > 0 ? [`Read on days of its own: ${listed(alone)}. ${COMPARE}`] : []),
  ]
}

/** A piece of gear that older set-ups share, before it has a name of its own. */
export const LIKE_GEAR_NAMES: Readonly<Record<GearKind, string>> = {
  launcher: 'Launcher',
  mixture: 'Mixture',
  skin: 'Balloon skin',
  hand: 'Hand',
}

/** Asks whether older set-ups were fired with one piece of gear. */
export const likeGearText = (kind: GearKind, setups: number): string =>
  `${setups} older set-ups look as if they shared one ${LIKE_GEAR_NAMES[kind].toLowerCase()}. Did they? Then their ` +
  'takes tell how it changes from day to day. Their figures stay as they are.'
