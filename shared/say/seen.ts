import {
  EVIDENCE_FIELDS,
  type EventName,
  type EvidenceKind,
  type NumberField,
  type Quantity,
  READINGS,
  type Setup,
} from '../../core'
import { parseField } from '../units/parse'
import { type SaidFigure, figuresIn, scan } from './scan'

/** What somebody says was seen. */
export interface SaidSeen {
  kind: EvidenceKind
  /** In the unit of the kind; null: nothing was said of how much, where none is needed. */
  value: number | null
  error?: number
  /** s that were dialled, or pressed after the moment. */
  delay?: number
  /** m from the start where a speed was read. */
  at?: number
  from?: EventName
  to?: EventName
  /** Place of the light in the list. */
  light?: number
}

/** Why it could not be read: nothing of it, a figure without a unit, or one that cannot be. */
export type NotHeard = { why: 'nothing' | 'unit' } | { why: 'limits'; phrase: string; reason: string }

/** Most characters of what is said. */
export const MOST_SEEN = 200

/** A figure with what stands between it and those beside it. */
interface Placed {
  figure: SaidFigure
  phrase: string
  before: string
  after: string
}

const has = ({ figure }: Placed, quantity: Quantity): boolean => figure.quantities.includes(quantity)

const GONE =
  /\b(?:beyond|already (?:past|out|gone|through)|(?:was|had|it'?s|is) gone|out of (?:the )?(?:frame|picture|shot))\b/
const AWAITED =
  /\b(?:not yet|(?:has|had)n'?t|(?:has|had) not|not there|nowhere|still to come|yet to (?:come|appear|arrive))\b/
const BEFORE = /\b(?:before|short of|this side|ahead of|in front of|to go|shy of)\b/
const EARLY = /\b(?:early|too soon|soon)\b/
const LATE = /\b(?:late|behind)\b/
const BLOCKED = /\b(?:block(?:s|ed|ing)?|br(?:eaks?|oke|oken)|interrupt(?:s|ed)?|obscured)\b/
const CHAIN = /\b(?:latency|lag|chain|sensor to (?:the )?(?:light|flash|pop))\b/
const DARK_BAND = /\b(?:band|curtains?|covered|dark|black)\b/
const ROOM = /\b(?:room|ambient|house lights|background light)\b/
const UNDER = /\b(?:dark(?:er)?|under(?:exposed)?|down|less|below)\b/
const ERROR_BEFORE = /(?:plus or minus|plus\/minus|give or take|\+\/-|±|(?:error|uncertainty) of)\s*$/
const DIALLED =
  /(?:@|\b(?:at|with|delay|dial|dialled|dialed|set to|delayed))(?:\s+(?:a|an|of|by|to|at|the|delay|dial))*\s*$/
const DIALLED_AFTER = /^\s*(?:of\s+)?(?:delay|dialled|dialed|on the dial)\b/

/** What events are called. */
const EVENT_WORDS: readonly [EventName, string][] = [
  ['start', 'start|launch|release|shot|pop|pin|prick|bang|muzzle|throw|drop'],
  ['sensed', 'sensor|beam|mic|microphone|gate|trigger'],
  ['impact', 'impact|hit|splash|strike|landing|contact|touch'],
  ['moment', 'moment|picture'],
]
const EVENTS_IN = new RegExp(String.raw`\b(?:${EVENT_WORDS.map(([, words]) => `(${words})`).join('|')})\b`, 'g')
const eventsIn = (text: string): { name: EventName; at: number }[] =>
  [...text.matchAll(EVENTS_IN)].map(found => ({
    name: EVENT_WORDS[found.slice(1).findIndex(group => group !== undefined)]![0],
    at: found.index,
  }))

/** Which two events a time lies between; null: it lies between none. */
function between(text: string): { from: EventName; to: EventName } | null {
  const events = eventsIn(text)
  const [first, second] = events
  if (!first) return null
  const behind = /\b(?:after|since|from|following)\s+(?:the\s+)?$/.test(text.slice(0, events.at(-1)!.at))
  const ahead = /\b(?:before|until|till|ahead of)\s+(?:the\s+)?$/.test(text.slice(0, events.at(-1)!.at))
  if (/\bbetween\b/.test(text) || /\bfrom\b/.test(text.slice(0, first.at)))
    return second ? { from: first.name, to: second.name } : null
  if (behind) return { from: events.at(-1)!.name, to: second ? first.name : 'impact' }
  if (ahead) return { from: second ? first.name : 'start', to: events.at(-1)!.name }
  return second && /\b(?:to|apart)\b/.test(text) ? { from: first.name, to: second.name } : null
}

/** The kinds that a delay was dialled for. */
const TAKEN: ReadonlySet<EvidenceKind> = new Set(['place', 'beyond', 'short', 'late'])

interface Told {
  kind: EvidenceKind
  sign: 1 | -1
}
const told = (kind: EvidenceKind, minus = false): Told => ({ kind, sign: minus ? -1 : 1 })

/** A length: where it was, or what it was past already or not yet. "Short of 5 cm" is not "5 cm short of it". */
function ofLength({ before }: Placed, text: string): Told {
  if (GONE.test(text)) return told('beyond', BEFORE.test(text))
  if (/\bshort of\s*$/.test(before)) return told('short')
  if (AWAITED.test(text)) return told('short', BEFORE.test(text))
  return told('place', BEFORE.test(text))
}

function ofTime(text: string): Told | null {
  if (BLOCKED.test(text)) return told('blocked')
  if (CHAIN.test(text)) return told('latency')
  if (EARLY.test(text)) return told('late', true)
  if (LATE.test(text)) return told('late')
  return between(text) ? told('interval') : null
}

/** Of a figure and all that is said with it, what was read. */
function kindOf(placed: Placed, text: string): Told | null {
  if (has(placed, 'speed')) return told('speed')
  if (has(placed, 'ev') && (ROOM.test(text) || !has(placed, 'stops'))) return told('ambient')
  if (has(placed, 'stops')) return told('light', UNDER.test(text))
  if (has(placed, 'share')) return DARK_BAND.test(text) ? told('dark') : null
  if (has(placed, 'length')) return ofLength(placed, text)
  return has(placed, 'time') ? ofTime(text) : null
}

/** The figures of a text that have a unit, each with the words beside it. */
function placedIn(text: string): Placed[] {
  const all = figuresIn(text)
  return all.flatMap(({ at, to, figure }, i) =>
    figure.unit === ''
      ? []
      : [
          {
            figure,
            phrase: text.slice(at, to),
            before: text.slice(all[i - 1]?.to ?? 0, at),
            after: text.slice(to, all[i + 1]?.at),
          },
        ],
  )
}

/** Reads a text once: what it tells, with what could not be. */
class SeenReader {
  private readonly text: string
  private trouble: NotHeard | null = null

  constructor(
    private readonly setup: Setup,
    text: string,
  ) {
    this.text = text.toLowerCase().replace(/’/g, "'")
  }

  read(): SaidSeen | NotHeard {
    const all = placedIn(this.text)
    const errors = all.filter(({ before }) => ERROR_BEFORE.test(before))
    const rest = all.filter(one => !errors.includes(one))
    const found = rest.map(placed => ({ placed, of: this.valueOf(placed, rest) })).find(({ of }) => of !== null)
    if (!found?.of) return this.withoutFigure(all)
    const { kind, sign } = found.of
    const field = READINGS[kind]
    const value = this.number(found.placed, field)
    const seen: SaidSeen = { kind, value: value === null ? null : this.signed(found.placed, value, sign) }
    const [error] = errors
    if (error) Object.assign(seen, this.of('error', error, { ...field, min: 1e-9 }, value ?? undefined))
    for (const placed of rest.filter(one => one !== found.placed)) Object.assign(seen, this.beside(kind, placed))
    if (kind === 'interval') Object.assign(seen, between(this.text))
    if (kind === 'light') seen.light = this.light()
    return this.trouble ?? seen
  }

  /** What was read, where a figure is that: one that was dialled beside another is not. */
  private valueOf(placed: Placed, all: readonly Placed[]): ReturnType<typeof kindOf> {
    if (has(placed, 'time') && all.length > 1 && this.isDialled(placed)) return null
    // Where a speed was read is no place of a picture.
    if (has(placed, 'length') && all.some(one => has(one, 'speed'))) return null
    return kindOf(placed, this.text)
  }

  private isDialled = ({ before, after }: Placed): boolean => DIALLED.test(before) || DIALLED_AFTER.test(after)

  private beside(kind: EvidenceKind, placed: Placed): Partial<SaidSeen> {
    if (has(placed, 'time') && TAKEN.has(kind)) return this.of('delay', placed, EVIDENCE_FIELDS.delay)
    if (has(placed, 'length') && kind === 'speed') return this.of('at', placed, EVIDENCE_FIELDS.at)
    return {}
  }

  /** "Already gone" and "not there yet" need no figure. */
  private withoutFigure(all: readonly Placed[]): SaidSeen | NotHeard {
    const kind = AWAITED.test(this.text) ? 'short' : GONE.test(this.text) ? 'beyond' : null
    if (kind === null) return { why: /\d/.test(this.text) && all.length === 0 ? 'unit' : 'nothing' }
    const dialled = all.find(placed => has(placed, 'time'))
    const seen = { kind, value: null, ...(dialled ? this.of('delay', dialled, EVIDENCE_FIELDS.delay) : {}) } as const
    return this.trouble ?? seen
  }

  /** A figure with a sign of its own says which way; else the words do. */
  private signed({ figure }: Placed, value: number, sign: 1 | -1): number {
    return /^[+-]/.test(figure.text) ? value : sign * value
  }

  private of(key: 'error' | 'delay' | 'at', placed: Placed, field: NumberField, base?: number): Partial<SaidSeen> {
    // An error in per cent is one of the reading.
    const share = key === 'error' && has(placed, 'share') && field.quantity !== 'share' && base !== undefined
    if (share) return { error: Math.abs(base) * placed.figure.number * 0.01 }
    const value = this.number(placed, field)
    return value === null ? {} : { [key]: value }
  }

  private number({ figure, phrase }: Placed, field: NumberField): number | null {
    const parsed = parseField(figure.text, field)
    if (!('error' in parsed)) return parsed.value
    this.trouble ??= { why: 'limits', phrase, reason: parsed.error }
    return null
  }

  /** The light that is named; else the one that lights the front. */
  private light(): number {
    for (const item of scan(this.setup, this.text).flat())
      if (item.kind === 'lights' && item.lights.length === 1) return item.lights[0]!
    return Math.max(
      0,
      this.setup.flashes.findIndex(({ role }) => role === 'key' || role === 'fill'),
    )
  }
}

/**
 * Reads what somebody says they saw, as `12 mm past the mark at 18.2 ms, give or take 2 mm`: what it was, how much, at
 * which delay and how well it was read. What cannot be told is not guessed.
 *
 * @param text at most `MOST_SEEN` characters
 */
export const heardSeen = (setup: Setup, text: string): SaidSeen | NotHeard =>
  text.length > MOST_SEEN ? { why: 'nothing' } : new SeenReader(setup, text).read()
