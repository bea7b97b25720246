import type { Quantity, Setup } from '../../core'
import { parsePops } from '../units/pops'
import { takeRoom } from '../units/room'
import { takeSpoken } from '../units/spoken'
import { UNITS } from '../units/table'
import { CHOICES, LIGHT_CHOICES, TERMS, THINGS, type Term, type Thing } from './terms'

/** A figure as it was said: its number in digits with its unit, and of what it may be. */
export interface SaidFigure {
  text: string
  number: number
  unit: string
  quantities: readonly Quantity[]
}

/** Words that say which way, and what of a thing. */
const TURNS = {
  up: /^(?:up|more|brighter|higher|stronger|increased?|raise|lift|boost)\b/,
  down: /^(?:down|less|lower|weaker|decreased?|reduced?|cut|dim)\b(?! room)/,
  wider: /^(?:wider|open(?:ed)? (?:it )?up|open up)\b/,
  narrower: /^(?:smaller|stop(?:ped)? (?:it )?down)\b(?! to f)/,
  nearer: /^(?:nearer|closer|in closer)\b/,
  farther: /^(?:farther|further|back further|further back|farther back|back|away from it)\b/,
  under: /^(?:(?:too )?dark(?:er)?|under(?:exposed)?|below)\b/,
  over: /^(?:(?:too )?bright|over(?:exposed)?|(?:too )?light)\b/,
} as const
export type Turn = keyof typeof TURNS

/** Places a distance is counted from. */
const SUBJECTS = 'subject|target|cracker|poppadom|balloon|glass|bowl|bun|paper'
const SURFACES = `splash|impact|surface|milk|water|tank|plate|${SUBJECTS}`
const STARTS = 'muzzle|start|launcher|release|hand|pin|pop|burst|report|bang|balloon|disc|spout|lip'
const FROM = {
  target: new RegExp(String.raw`^to (?:the )?(?:${SUBJECTS})\b`),
  start: new RegExp(String.raw`^(?:from|of|to|after|past|below|under) (?:the )?(?:${STARTS})\b`),
  splash: new RegExp(String.raw`^(?:from|of|before|above) (?:the )?(?:${SURFACES})\b`),
  floor: /^(?:from|of|to|above) (?:the )?(?:floor|bottom)\b/,
  exit: /^(?:past|behind|beyond|out of|after) (?:the |its )?(?:far|exit|back|rear) (?:side|face)\b/,
  entry: /^(?:past|behind|beyond|after|into) (?:the |its )?(?:near|entry|front)? ?(?:side|face|mark)\b/,
} as const
export type From = keyof typeof FROM

const PARTS = {
  wide: /^(?:wide|across)\b/,
  high: /^(?:high|tall)\b/,
  deep: /^(?:deep|thick)\b/,
  long: /^long\b/,
  raised: /^(?:raised|up high|above (?:it|the (?:set|subject|table))|overhead)\b/,
  round: /^(?:round|around)(?: (?:the )?(?:back|side|front))?\b/,
  away: /^away\b/,
} as const
export type Part = keyof typeof PARTS

export type Item = { at: number; to: number } & (
  | { kind: 'figure'; figure: SaidFigure }
  | { kind: 'aperture'; text: string }
  | { kind: 'iso'; text: string }
  | { kind: 'power'; text: string }
  | { kind: 'room'; ev: number }
  | { kind: 'bulb' }
  | { kind: 'error' }
  | { kind: 'group'; group: number }
  | { kind: 'pops'; count: number; interval: number }
  | { kind: 'term'; term: Term; alike: readonly Term[] }
  | { kind: 'thing'; thing: Thing }
  | { kind: 'lights'; lights: readonly number[]; words: string }
  | { kind: 'choice'; path: string; value: string | number }
  | { kind: 'lightChoice'; key: 'head' | 'fired'; value: string }
  | { kind: 'turn'; turn: Turn }
  | { kind: 'from'; from: From }
  | { kind: 'part'; part: Part }
  | { kind: 'filler' }
  | { kind: 'unknown'; text: string }
)

/** What is between clauses, and what joins two of them. */
export const BREAK = /^(?:[,;\n]|\.(?=\s|$)|\b(?:and|then|plus(?! or)|also|while|with the)\b|&)/

/** Words that say nothing of how much. */
const FILLERS = [
  'stop(?:ped)? down to|open(?:ed)? up to|stop it down|set down to|set to|down to|up to|dial(?:led)? in|shoot at',
  'bring|pull|push|crank|knock|add|take|let|give|go|set|put|make|move|use|have|keep|change|turn|shoot|try|please|now',
  "only|just|about|around|roughly|some|exactly|the|an?|is|are|be|its|it's|it|at|to|of|on|in|for|by|with|from|off",
  "than|that|this|my|our|so|i|we're|we|want|need|came|comes|out|test frame|frame|was|were|should|stands?|sits?",
  'placed|mounted|light|meter(?:ed)?|reads?|standing|hangs?|hung|goes|=|:|-|–|—|@',
]
const FILLER = new RegExp(`^(?:${FILLERS.join('|')})(?![\\w'])`)

const NUMBER = /^[+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+)(?:\s*\/\s*\d+(?:[.,]\d+)?)?/
const MIXED = /^\d+\s+\d+\/\d+(?!\d)/
const APERTURE = /^f\s*[/:]?\s*(\d+(?:[.,]\d+)?)(?![\w/])/
const ISO = /^(?:iso\s*(?:of |to |at )?(\d+)|(\d+)\s*iso)\b/
const SHARES = 'full|half|quarter|eighth|sixteenth'
const POWER = new RegExp(
  String.raw`^(?:(?:at |on |to )?(?:an? |one )?(${SHARES})(?: of)? power|` +
    String.raw`(?:power (?:at |to )?(?:an? |one )?)(${SHARES})|full(?! of))\b`,
)
const POPS = new RegExp(
  String.raw`^(\d+|[a-z]+)\s*(?:@|x|×|pops?(?:\s+(?:at|every|of))?|flashes (?:at|every))\s*[\w./ -]+?` +
    String.raw`(?:hz|hertz|\/\s*s|a second|per second|ms|milliseconds?|s|seconds?)(?: apart)?(?![\w/])`,
)
const CALIBRE = /^\.\d{2,3}(?![\d.])(?:\s*(?:calibre|caliber|cal))?(?!\s*(?:mm|cm|m|in|inch|inches|s|ms)\b)/
const EV = /^ev\s*([+-]?\d+(?:[.,]\d+)?)/
const ERROR = /^(?:plus or minus|plus\/minus|give or take|\+\/-|±|with an (?:error|uncertainty) of)/
const AND_A_PART = /^\s+and\s+an?\s+(half|quarter)\b/
const THIRDS = /^\s*([+-])\s*0?\.(3|7)\b/

interface Alias {
  name: string
  quantity: Quantity
}
const ALIASES: readonly Alias[] = (Object.keys(UNITS) as Quantity[])
  .flatMap(quantity =>
    UNITS[quantity].flatMap(unit =>
      [unit.symbol, ...unit.aliases].map(name => ({ name: name.toLowerCase(), quantity })),
    ),
  )
  .filter(({ name }) => name !== '')
  .sort((a, b) => b.name.length - a.name.length)

const LETTER = /[\p{L}\d]/u

/** The unit at the head of a text, the longest that there is, with all it may be a unit of. */
function takeUnit(text: string): { unit: string; quantities: Quantity[] } | null {
  const found = ALIASES.find(
    ({ name }) => text.startsWith(name) && !(LETTER.test(name.at(-1)!) && LETTER.test(text.charAt(name.length) || ' ')),
  )
  if (!found) return null
  const quantities = [...new Set(ALIASES.filter(({ name }) => name === found.name).map(({ quantity }) => quantity))]
  return { unit: found.name, quantities }
}

const OF_FRACTION: readonly Quantity[] = ['power', 'shutter']
const OF_BARE: readonly Quantity[] = ['number', 'count', 'iso', 'guide', 'aperture']

interface Taken {
  figure: SaidFigure
  length: number
}

/** A calibre, or a light value with its unit in front. */
function takeSpecial(text: string): Taken | null {
  const calibre = CALIBRE.exec(text)
  if (calibre) {
    const shown = /^\.\d+/.exec(calibre[0])![0]
    const figure = { text: shown, number: Number(shown), unit: '', quantities: ['length'] as const }
    return { figure, length: calibre[0].length }
  }
  const ev = EV.exec(text)
  if (!ev) return null
  const figure = { text: `${ev[1]} EV`, number: Number(ev[1]), unit: 'ev', quantities: ['ev', 'stops'] as const }
  return { figure, length: ev[0].length }
}

/** A number at the head of a text, in digits or words, with how it is written and how long that is. */
function takeNumber(text: string): { shown: string; number: number; length: number; digits: boolean } | null {
  const digits = MIXED.exec(text) ?? NUMBER.exec(text)
  if (digits) {
    const shown = digits[0].replace(',', '.').replace(/\s*\/\s*/, '/')
    return { shown, number: evaluated(shown), length: digits[0].length, digits: true }
  }
  const spoken = takeSpoken(text)
  if (!spoken || spoken.rest === text) return null
  const { value, rest } = spoken
  return {
    shown: String(Number(value.toPrecision(12))),
    number: value,
    length: text.length - rest.length,
    digits: false,
  }
}

/** A figure at the head of a text, in digits or words. */
function takeFigure(text: string): Taken | null {
  const special = takeSpecial(text)
  if (special) return special
  const taken = takeNumber(text)
  if (!taken) return null
  const { shown, number, length } = taken
  const behind = text.slice(length)
  const gap = /^\s*/.exec(behind)![0].length
  const unit = takeUnit(behind.slice(gap))
  if (unit) return withUnit(shown, number, unit, length + gap + unit.unit.length, behind.slice(gap + unit.unit.length))
  // A word alone that is no number of anything: a, an.
  if (!taken.digits && /^an?\b/i.test(text)) return null
  const fraction = shown.includes('/')
  const thirds = fraction ? THIRDS.exec(behind) : null
  const said = thirds ? `${shown} ${thirds[1]}0.${thirds[2]}` : shown
  const figure = { text: said, number, unit: '', quantities: fraction ? OF_FRACTION : OF_BARE }
  return { figure, length: length + (thirds?.[0].length ?? 0) }
}

/** A figure with its unit, and half or a quarter of it more where that is said. */
function withUnit(
  shown: string,
  number: number,
  unit: NonNullable<ReturnType<typeof takeUnit>>,
  length: number,
  behind: string,
): Taken {
  const more = AND_A_PART.exec(behind)
  if (!more) return { figure: { text: `${shown} ${unit.unit}`, number, ...unit }, length }
  const whole = number + (more[1] === 'half' ? 0.5 : 0.25)
  return { figure: { text: `${whole} ${unit.unit}`, number: whole, ...unit }, length: length + more[0].length }
}

function evaluated(text: string): number {
  const [whole, fraction] = text.includes(' ') ? text.split(/\s+/) : ['0', text]
  const [top, bottom] = fraction!.split('/')
  return Number(whole) + Number(top) / Number(bottom ?? 1)
}

/** Words for lights, those by name before those by role. */
function lightsIn(setup: Setup, text: string): { lights: number[]; words: string } | null {
  const all = setup.flashes.map((_, i) => i)
  const every =
    /^(?:all (?:the )?|both (?:the )?|every |each |the )?(?:lights|flashes|strobes|heads|flashguns|all of them)\b/.exec(
      text,
    )
  if (every) return { lights: all, words: every[0] }
  const byNumber = /^(?:light|flash|strobe|head)\s+(?:number\s+|no\.?\s*)?(\d+)\b/.exec(text)
  if (byNumber) return { lights: all.filter(i => i === Number(byNumber[1]) - 1), words: byNumber[0] }
  const names = setup.flashes
    .map(({ name }) => name.toLowerCase().trim())
    .filter(name => name !== '')
    .sort((a, b) => b.length - a.length)
  for (const name of names) {
    const found = new RegExp(
      String.raw`^(?:the\s+)?${escaped(name)}(?:s\b|\b)(?:\s+(?:light|flash|head|strobe)s?\b)?`,
      'u',
    ).exec(text)
    if (!found) continue
    return { lights: all.filter(i => setup.flashes[i]!.name.toLowerCase().trim() === name), words: found[0] }
  }
  for (const [role, words] of ROLES) {
    const found = words.exec(text)
    if (found) return { lights: all.filter(i => role.includes(setup.flashes[i]!.role)), words: found[0] }
  }
  const one = /^(?:the\s+)(?:light|flash|strobe|flashgun|head)\b|^(?:flash|strobe|flashgun)\b/.exec(text)
  return one ? { lights: all, words: one[0] } : null
}
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

const LIGHT = String.raw`(?:\s+(?:light|flash|head|strobe)s?\b)?`
const ROLES: readonly [roles: readonly string[], words: RegExp][] = [
  [['key'], new RegExp(`^(?:the\\s+)?(?:key|main)s?\\b${LIGHT}`)],
  [['fill'], new RegExp(`^(?:the\\s+)?(?:fill|fill-in)s?\\b${LIGHT}`)],
  [['ground'], /^(?:the\s+)?(?:background|backdrop|ground)\s+(?:light|flash|head|strobe)s?\b/],
  [['rim', 'behind'], new RegExp(`^(?:the\\s+)?(?:rim|back ?light|hair|kicker|edge)s?\\b${LIGHT}`)],
  [['behind'], /^(?:the\s+)?(?:behind|rear)\s+(?:light|flash|head|strobe)s?\b/],
]

const keyed = <K extends string>(table: Readonly<Record<K, RegExp>>, text: string): [K, number] | null => {
  for (const key of Object.keys(table) as K[]) {
    const found = table[key].exec(text)
    if (found) return [key, found[0].length]
  }
  return null
}

/** Room lights of one to three words at the head of a text. */
function takeRoomWords(text: string): { ev: number; length: number } | null {
  for (let words = 3; words >= 1; words--) {
    const head = new RegExp(String.raw`^(?:[\p{L}]+[ -]){${words - 1}}[\p{L}]+\b`, 'u').exec(text)?.[0]
    const room = head === undefined ? null : takeRoom(head)
    if (room && head !== 'dark' && head !== 'black' && head !== 'dim') return { ev: room.value, length: head!.length }
  }
  const lux = /^\d+(?:[.,]\d+)?\s*(?:lux|lx)\b/.exec(text)?.[0]
  const value = lux === undefined ? null : takeRoom(lux)
  return value ? { ev: value.value, length: lux!.length } : null
}

type Found = { item: Record<string, unknown> & { kind: Item['kind'] }; length: number } | null

/** A group of pops by its name. */
function groupIn(setup: Setup, text: string): { group: number; length: number } | null {
  const names = setup.sequence.groups.map(({ name }, i) => [i, name.toLowerCase().trim()] as const)
  const found = names.find(
    ([, name]) => name !== '' && text.startsWith(name) && !LETTER.test(text.charAt(name.length) || ' '),
  )
  return found ? { group: found[0], length: found[1].length } : null
}

/** A figure's name or a choice, whichever says more. */
function termOrChoice(text: string): Found {
  const term = TERMS.find(({ words }) => text.startsWith(words) && !LETTER.test(text.charAt(words.length) || ' '))
  const chosen = CHOICES.map(({ words, path, value }) => ({ path, value, length: words.exec(text)?.[0].length ?? 0 }))
    .filter(({ length }) => length > (term?.words.length ?? 0))
    .sort((a, b) => b.length - a.length)[0]
  if (chosen) return { item: { kind: 'choice', path: chosen.path, value: chosen.value }, length: chosen.length }
  if (!term) return null
  return {
    item: { kind: 'term', term, alike: TERMS.filter(({ words }) => words === term.words) },
    length: term.words.length,
  }
}

function popsIn(text: string): Found {
  const pops = POPS.exec(text)
  if (!pops) return null
  const spoken = /^\d/.test(pops[0]) ? null : takeSpoken(pops[0])
  const run = parsePops((spoken ? `${spoken.value} ${spoken.rest}` : pops[0]).replace(/ apart$/, ''))
  return 'error' in run ? null : { item: { kind: 'pops', ...run }, length: pops[0].length }
}
function lightChoiceIn(text: string): Found {
  for (const { words, key, value } of LIGHT_CHOICES) {
    const found = words.exec(text)
    if (found) return { item: { kind: 'lightChoice', key, value }, length: found[0].length }
  }
  return null
}
function thingIn(text: string): Found {
  for (const [thing, words] of THINGS) {
    const found = words.exec(text)
    if (found) return { item: { kind: 'thing', thing }, length: found[0].length }
  }
  return null
}
/** What a pattern finds, made an item. */
const by =
  (pattern: RegExp, item: (found: RegExpExecArray) => NonNullable<Found>['item']) =>
  (text: string): Found => {
    const found = pattern.exec(text)
    return found && { item: item(found), length: found[0].length }
  }
const byKey =
  <K extends string>(table: Readonly<Record<K, RegExp>>, kind: 'from' | 'turn' | 'part') =>
  (text: string): Found => {
    const found = keyed(table, text)
    return found && { item: { kind, [kind]: found[0] }, length: found[1] }
  }
const made =
  <T extends { length: number }>(take: (text: string) => T | null, item: (taken: T) => NonNullable<Found>['item']) =>
  (text: string): Found => {
    const taken = take(text)
    return taken && { item: item(taken), length: taken.length }
  }

/** What the head of a text may be, the surest first. */
const readers = (setup: Setup): ((text: string) => Found)[] => [
  by(APERTURE, found => ({ kind: 'aperture', text: `f/${found[1]}` })),
  by(ISO, found => ({ kind: 'iso', text: found[1] ?? found[2]! })),
  popsIn,
  by(POWER, found => ({ kind: 'power', text: found[1] ?? found[2] ?? 'full' })),
  by(/^bulb\b/, () => ({ kind: 'bulb' })),
  by(ERROR, () => ({ kind: 'error' })),
  made(
    text => groupIn(setup, text),
    ({ group }) => ({ kind: 'group', group }),
  ),
  made(takeRoomWords, ({ ev }) => ({ kind: 'room', ev })),
  made(
    text => {
      const found = lightsIn(setup, text)
      return found && { ...found, length: found.words.length }
    },
    ({ lights, words }) => ({ kind: 'lights', lights, words }),
  ),
  byKey(FROM, 'from'),
  termOrChoice,
  lightChoiceIn,
  thingIn,
  made(takeFigure, ({ figure }) => ({ kind: 'figure', figure })),
  byKey(TURNS, 'turn'),
  byKey(PARTS, 'part'),
  by(FILLER, () => ({ kind: 'filler' })),
]

/** Every figure that stands in a text, with where. @param said lower case */
export function figuresIn(said: string): { at: number; to: number; figure: SaidFigure }[] {
  const found: { at: number; to: number; figure: SaidFigure }[] = []
  for (let at = 0; at < said.length;) {
    const begins = at === 0 || !LETTER.test(said[at - 1]!)
    const taken = begins ? takeFigure(said.slice(at)) : null
    if (taken) found.push({ at, to: at + taken.length, figure: taken.figure })
    at += taken?.length ?? 1
  }
  return found
}

/** What stands in a text, clause by clause, in the order said. @param said lower case */
export function scan(setup: Setup, said: string): Item[][] {
  const clauses: Item[][] = [[]]
  const heads = readers(setup)
  const headOf = (text: string): Found => {
    for (const read of heads) {
      const found = read(text)
      if (found) return found
    }
    return null
  }
  let at = 0
  while (at < said.length) {
    const space = /^[\s()]+/.exec(said.slice(at))
    if (space) {
      at += space[0].length
      continue
    }
    const text = said.slice(at)
    const gap = BREAK.exec(text)
    if (gap) {
      if (clauses.at(-1)!.length > 0) clauses.push([])
      at += gap[0].length
      continue
    }
    const found = headOf(text)
    const word = found ? null : (/^[\p{L}\d'’./-]+/u.exec(text)?.[0] ?? text[0]!)
    const length = found?.length ?? word!.length
    clauses.at(-1)!.push({ at, to: at + length, ...(found?.item ?? { kind: 'unknown', text: word! }) } as Item)
    at += length
  }
  return clauses.filter(clause => clause.some(item => item.kind !== 'filler'))
}
