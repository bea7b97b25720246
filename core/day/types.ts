/** What set-ups are worth to a day, the most first. */
export const VALUES = ['must', 'wanted', 'nice'] as const
/** What a set-up is worth. */
export type DayValue = (typeof VALUES)[number]

/** A stretch of the day, min after midnight; its ends belong to it. */
export type Stretch = readonly [from: number, to: number]

/** A set-up as the day knows it. Minutes are planned ones: whole, but for those of a take. */
export interface DaySetup {
  id: string
  name: string
  value: DayValue
  /** Lights, stands, sensor and backdrop put up; the open tests; taking it down. */
  build: number
  test: number
  strike: number
  /** Finding the moment and firing until the keepers are there, or the crew stops. */
  fire: number
  /** One take with its reset; null: firing is one piece. */
  take: number | null
  /** Takes that it needed in played sessions, each as likely; null: not known. */
  takes: readonly number[] | null
  /** Where the crew stops, with or without keepers. */
  most: { takes: number; minutes: number }
  /** Kinds of dirt that it leaves, and those that it cannot begin in. */
  leaves: readonly string[]
  minds: readonly string[]
  loud: boolean
  /** When it may be fired; none: at any time. */
  windows: readonly Stretch[]
  /** People without whom it is not fired. */
  needs: readonly string[]
  /** Set-ups that come before it, where both are shot. */
  after: readonly string[]
  /** min to make a prop ready beforehand, and min for which it is good; null: it does not matter. */
  ahead?: number | null
  keeps?: number | null
  /** Props that a take uses up, by kind. */
  props: Readonly<Record<string, number>>
}

/** Somebody whom set-ups need. */
export interface DayPerson {
  id: string
  name: string
  /** When they are there; none: all day. */
  hours: readonly Stretch[]
  /** What they do, as the call sheet says it. */
  role?: string
  /** Takes that somebody can do in a day; null: not said. */
  most?: number | null
}

/** A day of shooting before it is planned. */
export interface DayPlanInput {
  /** yyyy-mm-dd. */
  date: string
  /** min after midnight: first call, and the end of the hire. */
  start: number
  end: number
  /** min that somebody cleans, and that the air takes, by kind of dirt. */
  clean: Readonly<Record<string, readonly [hands: number, air: number]>>
  breaks: readonly { at: number; minutes: number }[]
  /** When nothing loud is fired. */
  quiet: readonly Stretch[]
  people: readonly DayPerson[]
  /** min from one set-up to the next in place of strike and build; from `''`: from the empty stage. */
  change: Readonly<Record<string, Readonly<Record<string, number>>>>
  /** Props there are, by kind. */
  stock: Readonly<Record<string, number>>
  setups: readonly DaySetup[]
  /** Played days, and the seed they are drawn by. */
  days: number
  seed: number
}

/** Latest minute of a day: one that goes on past midnight ends by then. */
export const LATEST = 47 * 60 + 59
/** Set-ups up to which the best order is found for certain. */
export const MOST_EXACT = 12

/** How a set-up lies in a planned day, min after midnight. */
export interface DayRow {
  id: string
  /** When its change begins: the one before was fired, or the day began. */
  from: number
  /** Kinds of dirt that are cleaned away for it. */
  cleaned: string[]
  built: number
  tested: number
  fires: number
  ends: number
  /** min that nothing is done before it is fired. */
  wait: number
}

/** What is lost, by what it is worth. */
export type DayLoss = Record<DayValue, number>

/** An order with its times. */
export interface DayOrder {
  rows: DayRow[]
  /** When the last set-up is taken down. */
  end: number
  lost: DayLoss
}

/** Whether a loss is smaller than another, or the same and over sooner: the one way that days are compared. */
export function better(one: Pick<DayOrder, 'lost' | 'end'>, other: Pick<DayOrder, 'lost' | 'end'>): boolean {
  for (const value of VALUES) if (one.lost[value] !== other.lost[value]) return one.lost[value] < other.lost[value]
  return one.end < other.end
}
