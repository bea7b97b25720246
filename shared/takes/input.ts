import type { TakeSettings } from '../../core'
import type { Cause } from '../../core/season'

/** How a take may come out against its moment. */
export const VERDICTS = ['early', 'on', 'late', 'missed', 'misfire'] as const
/** How a take came out. */
export type Verdict = (typeof VERDICTS)[number]

/** What was said of a take before it was fired, as the log keeps it. */
export interface SaidOfTake {
  /** Chance of a keeper. */
  chance: number
  /** s that was to be dialled, and its error. */
  delay: number | null
  error: number | null
  /** Takes to the keepers wanted, by share of sessions, where it was a set-up's first; null: not its first. */
  takes: { p10: number; p25: number; p50: number; p75: number; p90: number } | null
}

/** One firing as it is logged. */
export interface TakeInput {
  /** Made on the device, so that a take sent twice is kept once. */
  key: string
  /** s used. */
  delay: number
  verdict: Verdict
  keeper: boolean
  /** m past the mark, where the picture shows it. */
  position: number | null
  note: string
  /** s that the plan wanted when it was fired; null: not noted. */
  planned: number | null
  /** How the picture came out; null: not judged. */
  sharp: boolean | null
  exposed: boolean | null
  clean: boolean | null
  /** Why it was lost, beside its verdict: the first and the second; null: nobody said. */
  cause: Cause | null
  alsoCause: Cause | null
  /** Variant of the prop; null: the set-up has none. */
  variant: string | null
  /** What was said of it before; null: nothing. */
  said: SaidOfTake | null
  /** What the set-up was set to, by path; null: not noted. */
  settings: TakeSettings | null
  /** ISO 8601 instant. */
  firedAt: string
}

/** What takes of earlier versions do not say. */
const NEWER_OF_TAKE = { cause: null, alsoCause: null, variant: null, said: null }

/** A take with what older senders leave out filled in. */
export const completeTake = (body: unknown): unknown =>
  body !== null && typeof body === 'object' && !Array.isArray(body)
    ? { planned: null, sharp: null, exposed: null, clean: null, settings: null, ...NEWER_OF_TAKE, ...body }
    : body

/** Every field of a take as it is logged. */
export const TAKE_KEYS = [
  'key',
  'delay',
  'verdict',
  'keeper',
  'position',
  'note',
  'planned',
  'sharp',
  'exposed',
  'clean',
  'cause',
  'alsoCause',
  'variant',
  'said',
  'settings',
  'firedAt',
] as const satisfies readonly (keyof TakeInput)[]

const pick = <T extends object, K extends keyof T>(of: T, keys: readonly K[]): Pick<T, K> =>
  Object.fromEntries(keys.map(key => [key, of[key]])) as Pick<T, K>

/** A take as it is logged, without what the server adds to it. */
export const takeInputOf = (take: TakeInput): TakeInput => pick(take, TAKE_KEYS)

/** What can be put right in a take that is logged; when and how it was fired stays. */
export const AMENDABLE = [
  'delay',
  'verdict',
  'keeper',
  'position',
  'note',
  'sharp',
  'exposed',
  'clean',
  'cause',
  'alsoCause',
  'variant',
] as const
export type TakeAmendment = Pick<TakeInput, (typeof AMENDABLE)[number]>
export const amendmentOf = (take: TakeAmendment): TakeAmendment => ({
  delay: take.delay,
  verdict: take.verdict,
  keeper: take.keeper,
  position: take.position,
  note: take.note,
  sharp: take.sharp,
  exposed: take.exposed,
  clean: take.clean,
  // Takes that an earlier version kept on a device say nothing of these.
  cause: take.cause ?? null,
  alsoCause: take.alsoCause ?? null,
  variant: take.variant ?? null,
})
export const sameAmendment = (a: TakeAmendment, b: TakeAmendment): boolean =>
  AMENDABLE.every(key => Object.is(a[key] ?? null, b[key] ?? null))
