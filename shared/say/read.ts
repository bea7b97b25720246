import {
  type Change,
  type Evidence,
  type Method,
  type NumberField,
  type Quantity,
  type Setup,
  FIELDS,
  errorPathOf,
  evidenceOf,
  fieldAt,
  methodChanges,
  micAt,
  soundDistance,
  valueAt,
  withChange,
} from '../../core'
import { APERTURES } from '../../core/setup/steps'
import { fieldName } from '../text/fieldName'
import { format, parseField } from '../units'
import { type From, type Item, type Part, type SaidFigure, type Turn, scan } from './scan'
import { nearestWords } from './nearest'
import type { Term, Thing } from './terms'
import { PARTS_OF, keyOfLight, offersFor, pathAlone, pathOfThing } from './things'

/** What one phrase sets. */
export interface Said {
  phrase: string
  /** Changes by hand; what follows from them is added by who takes them over. */
  changes: Change[]
  /** What was seen. */
  seen?: Evidence
}

/** What has to be asked before anything is changed. */
export interface Ask {
  phrase: string
  question: string
  choices: string[]
}

/** What was said of a set-up. */
export interface Heard {
  said: Said[]
  asks: Ask[]
}

/** Characters of one line. */
export const MOST_SAID = 1000

interface Clause {
  items: Item[]
  /** Lights that the words are about, also those of the clause before. */
  lights: readonly number[]
  thing: Thing | null
  /** Whether lights or thing were named in the clause before. */
  carried: boolean
}

type Of<K extends Item['kind']> = Extract<Item, { kind: K }>
const kindOf = <K extends Item['kind']>(items: readonly Item[], kind: K): Of<K>[] =>
  items.filter((item): item is Of<K> => item.kind === kind)

/** A figure with what was said of it. */
interface Told {
  items: Item[]
  figure: SaidFigure
  turn: Turn | null
  from: From | null
  part: Part | null
}

const tidied = (text: string): string =>
  text
    .slice(0, MOST_SAID)
    .toLowerCase()
    .replace(/[\u00a0\u2009\u202f\t]/g, ' ')
    .replace(/[−–]/g, '-')
    .replace(/μ/g, 'µ')
    .replace(/’/g, "'")

/** What was said, phrase by phrase, of one set-up. */
class Reader {
  readonly said: Said[] = []
  readonly asks: Ask[] = []

  constructor(
    private setup: Setup,
    private readonly text: string,
  ) {}

  read(): Heard {
    let before: Clause = { items: [], lights: [], thing: null, carried: false }
    let waiting: Item[] = []
    const clauses = scan(this.setup, tidied(this.text))
    clauses.forEach((items, i) => {
      // Key and rim at 1/32: both.
      const onlyLights = items.every(({ kind }) => kind === 'lights' || kind === 'filler')
      if (onlyLights && clauses[i + 1]?.some(({ kind }) => kind === 'lights')) {
        waiting = [...waiting, ...items]
        return
      }
      before = this.clause(items, before, waiting)
      waiting = []
    })
    return { said: this.said, asks: this.asks }
  }

  private phrase(items: readonly Item[]): string {
    return this.text.slice(Math.min(...items.map(({ at }) => at)), Math.max(...items.map(({ to }) => to))).trim()
  }

  private set(items: readonly Item[], ...changes: Change[]): void {
    this.said.push({ phrase: this.phrase(items), changes })
    for (const change of changes) this.setup = withChange(this.setup, change)
  }

  private ask(items: readonly Item[], question: string, choices: string[] = []): void {
    this.asks.push({ phrase: this.phrase(items), question, choices })
  }

  /** Reads a clause; what it is about holds on for figures that follow without a name. */
  private clause(items: Item[], before: Clause, beside: readonly Item[]): Clause {
    const named = kindOf(items, 'lights')[0]
    const others = kindOf(beside, 'lights')
    const nothing = { items, lights: [], thing: null, carried: false }
    if (others.some(one => !this.clearly([...beside], one))) return nothing
    const now = this.about(items, before, named, others)
    if (named && !this.clearly(items, named)) return nothing
    const unknown = kindOf(items, 'unknown')
    unknown.forEach(item => this.unknown(item))
    if (unknown.length > 0) return now
    for (const [i, item] of items.entries()) this.item(now, item, i)
    this.nothingSaid(now, named)
    return now
  }

  /** What a clause is about: what it names, or what was named last. Key at 1/64, half a metre away. */
  private about(
    items: Item[],
    before: Clause,
    named: Of<'lights'> | undefined,
    others: readonly Of<'lights'>[],
  ): Clause {
    const things = kindOf(items, 'thing')
    const goesOn = !named && things.length === 0 && !kindOf(items, 'term').some(({ term }) => term.path)
    const own = named ? [...new Set([...others.flatMap(({ lights }) => lights), ...named.lights])] : []
    return {
      items,
      lights: goesOn ? before.lights : own,
      thing: things.at(-1)?.thing ?? (goesOn ? before.thing : null),
      carried: goesOn,
    }
  }

  /** Whether it is clear which lights are meant; else it is asked. */
  private clearly(items: Item[], named: Of<'lights'>): boolean {
    const { flashes } = this.setup
    const names = (list: readonly number[]): string[] => list.map(i => `${flashes[i]!.name} (light ${i + 1})`)
    const word = this.phrase([named])
    if (named.lights.length === 0) {
      this.ask(items, `No light here is “${word}”. Which light do you mean?`, names(flashes.map((_, i) => i)))
      return false
    }
    const many = /lights|flashes|strobes|heads|flashguns|all|both|every|each|s$/.test(named.words)
    if (named.lights.length === 1 || many) return true
    this.ask(items, `Which light do you mean by “${word}”?`, names(named.lights))
    return false
  }

  private unknown(item: Of<'unknown'>): void {
    const near = nearestWords(this.setup, item.text)
    this.ask([item], `“${item.text}” is not understood.${near.length > 0 ? ' Did you mean one of these?' : ''}`, near)
  }

  /** A thing or term was named and nothing said of it. */
  private nothingSaid({ items }: Clause, named: Item | undefined): void {
    const says = items.some(({ kind }) => kind !== 'filler' && kind !== 'lights' && kind !== 'thing' && kind !== 'term')
    if (says) return
    const about = named ?? items.find(({ kind }) => kind === 'thing' || kind === 'term')
    if (about) this.ask(items, `What of “${this.phrase([about])}”? No figure was given`)
  }

  private item(now: Clause, item: Item, i: number): void {
    switch (item.kind) {
      case 'aperture':
        return this.aperture(item)
      case 'iso':
        return this.field([item], 'picture.iso', item.text)
      case 'power':
        return this.power(now, item, i)
      case 'room':
        return this.set([item], { path: 'picture.ambientEv', value: item.ev })
      case 'pops':
        return this.pops(now, item)
      case 'bulb':
        return this.field([item], 'picture.shutter', 'bulb')
      case 'choice':
        return this.choice(now, item)
      case 'lightChoice':
        return this.lightChoice(now, item)
      case 'figure':
        return this.figure(now, item, i)
      case 'term':
      case 'thing':
      case 'lights':
      case 'turn':
      case 'from':
      case 'part':
      case 'group':
      case 'error':
      case 'filler':
      case 'unknown':
        return
    }
  }

  /** Holds a figure to its field; out of its limits it is asked for again. */
  private field(items: readonly Item[], path: string, text: string): void {
    const field = fieldAt(path) as NumberField
    const parsed = parseField(text, field)
    if ('error' in parsed)
      return this.ask(
        items,
        `${fieldName(this.setup, path)}: ${parsed.error.replace(/^Allowed: /, 'it goes from ')}`,
        [],
      )
    this.set(items, { path, value: parsed.value })
  }

  private aperture(item: Of<'aperture'>): void {
    const value = Number(item.text.slice(2).replace(',', '.'))
    const { widestAperture, smallestAperture } = this.setup.lens
    const { min, max } = FIELDS['picture.aperture']
    if (value >= min && value <= max) return this.set([item], { path: 'picture.aperture', value })
    const meant = [value / 10, value / 100].filter(one => APERTURES.some(step => step === one))
    const near = meant.filter(one => one >= widestAperture && one <= smallestAperture)
    this.ask(
      [item],
      `No lens has f/${item.text.slice(2)}: this one goes from f/${widestAperture} to f/${smallestAperture}`,
      (near.length > 0 ? near : [widestAperture, smallestAperture]).map(one => `f/${one}`),
    )
  }

  private lightNames = (list: readonly number[]): string[] => list.map(i => this.setup.flashes[i]!.name)

  /** The lights that a figure without a light is about: the only one; else it is asked. */
  private lightsOr(now: Clause, items: readonly Item[], what: string): readonly number[] {
    if (now.lights.length > 0) return now.lights
    const all = this.setup.flashes.map((_, i) => i)
    if (all.length === 1) return all
    this.ask(
      items,
      all.length === 0 ? 'There is no light in this set-up' : `${what} of which light?`,
      this.lightNames(all).map(name => `${name} ${this.phrase(items)}`),
    )
    return []
  }

  private power(now: Clause, item: Of<'power'>, i: number): void {
    // A stop up from full power says where it starts, not what it is to be.
    if (now.items.slice(0, i).some(one => one.kind === 'turn' && (one.turn === 'up' || one.turn === 'down'))) return
    for (const light of this.lightsOr(now, [item], 'The power'))
      this.field([...now.items.filter(one => one.kind === 'lights'), item], `flashes[${light}].power`, item.text)
  }

  private pops(now: Clause, item: Of<'pops'>): void {
    const { groups } = this.setup.sequence
    if (groups.length === 0)
      return this.ask([item], 'This set-up has a single pop: add a group of pops in Sequence first')
    const named = now.items.find(one => one.kind === 'group')
    const group = named?.group ?? (groups.length === 1 ? 0 : null)
    if (group === null)
      return this.ask(
        [item],
        'Which group of pops?',
        groups.map(({ name }) => `${name} ${this.phrase([item])}`),
      )
    const at = `sequence.groups[${group}]`
    this.set(
      [...(named ? [named] : []), item],
      { path: `${at}.count`, value: item.count },
      { path: `${at}.interval`, value: item.interval },
      { path: `${at}.placing`, value: 'interval' },
    )
  }

  private choice(now: Clause, item: Of<'choice'>): void {
    if (item.path === 'link.kind' && now.lights.length > 0) {
      const fired = item.value === 'optical' ? 'slave' : item.value
      return this.set(now.items, ...now.lights.map(light => ({ path: `flashes[${light}].fired`, value: fired })))
    }
    if (item.path === 'method')
      return this.set([item], ...methodChanges(this.setup, item.value as Method, this.setup.trigger))
    this.set([item], { path: item.path, value: item.value })
  }

  private lightChoice(now: Clause, item: Of<'lightChoice'>): void {
    const lights = this.lightsOr(now, [item], 'The head')
    if (lights.length > 0)
      this.set(
        [...now.items.filter(one => one.kind === 'lights'), item],
        ...lights.map(light => ({ path: `flashes[${light}].${item.key}`, value: item.value })),
      )
  }

  // ── figures ──

  private figure(now: Clause, item: Of<'figure'>, i: number): void {
    const near = <K extends Item['kind']>(kind: K) => this.besides(now.items, i, kind) as Of<K> | undefined
    const said: Told = {
      items: this.around(now.items, i),
      figure: item.figure,
      turn: near('turn')?.turn ?? null,
      from: near('from')?.from ?? null,
      part: near('part')?.part ?? null,
    }
    const behindError = now.items.slice(0, i).findLast(({ kind }) => kind !== 'filler')?.kind === 'error'
    if (behindError) this.error(said)
    else if (said.figure.quantities.includes('stops') && said.turn !== null) this.stops(now, said)
    else this.meant(now, said, this.termFor(now, i, said.figure))
  }

  /** A figure by its term, else by what the clause is about, else alone. */
  private meant(now: Clause, said: Told, term: Term | null): void {
    if (term) this.ofTerm(now, said, term)
    else if (now.lights.length > 0) this.ofLight(now, said)
    else if (said.from === 'exit' || said.from === 'entry') this.ofMoment(said)
    else if (now.thing !== null) this.ofThing(now.thing, said)
    else this.alone(said)
  }

  /** The words of a figure: from the one before it, to what is said of it behind. */
  private around(items: readonly Item[], i: number): Item[] {
    const isFigure = ({ kind }: Item): boolean => FIGURES.has(kind)
    const from = items.slice(0, i).findLastIndex(isFigure) + 1
    const behind = items.slice(i + 1)
    // What stands between two figures is the second one's, but for words that only follow.
    const last = behind.some(isFigure)
    const end = behind.findIndex(item => isFigure(item) || item.kind === 'error' || (last && item.kind === 'term'))
    const words = [...items.slice(from, i + 1), ...(end < 0 ? behind : behind.slice(0, end))]
    return words.filter(({ kind }) => kind !== 'filler')
  }

  /** How far off the figure said last may be. */
  private error({ items, figure }: Told): void {
    const path = this.said.at(-1)?.changes.at(-1)?.path
    const of = path === undefined ? null : errorPathOf(path)
    if (of === null || of === undefined) return this.ask(items, `${figure.text}: the error of what?`)
    this.field(items, of, figure.text)
  }

  /** The item of a kind that stands nearest to a figure, behind it rather than before. */
  private besides(items: readonly Item[], i: number, kind: Item['kind']): Item | undefined {
    for (let away = 1; away < items.length; away++) {
      for (const at of [i + away, i - away]) {
        const between = items.slice(Math.min(at, i) + 1, Math.max(at, i))
        if (items[at]?.kind === kind && !between.some(item => FIGURES.has(item.kind))) return items[at]
      }
    }
    return undefined
  }

  private fits(path: string, { quantities }: SaidFigure): boolean {
    const field = fieldAt(path)
    if (field?.type !== 'number') return false
    const bare: readonly Quantity[] = ['number', 'count']
    return quantities.includes(field.quantity) || quantities.some(quantity => bare.includes(quantity))
  }

  /** Of what has one name the one that is meant: of the light that is named, of the thing, of the link. */
  private usable(now: Clause, item: Item | undefined, figure: SaidFigure): Term | null {
    if (item?.kind !== 'term') return null
    const light = now.lights[0] ?? 0
    const fit = item.alike.filter(({ path, key }) =>
      path !== undefined
        ? this.fits(path, figure)
        : this.setup.flashes.length > 0 && this.fits(`flashes[${light}].${key}`, figure),
    )
    if (now.lights.length > 0) return fit.find(term => term.key) ?? fit[0] ?? null
    const linked = kindOf(now.items, 'choice').some(({ path }) => path === 'link.kind')
    const about = linked ? 'link.' : now.thing !== null ? PARTS_OF[now.thing] : ''
    const ofSetup = fit.filter(term => term.path)
    const own = ofSetup.find(term => term.path!.startsWith(about)) ?? ofSetup[0]
    return own ?? (now.thing === null ? (fit[0] ?? null) : null)
  }

  /** The term that a figure belongs to: one before it that no other figure follows, else one behind it. */
  private termFor(now: Clause, i: number, figure: SaidFigure): Term | null {
    const isFigure = ({ kind }: Item): boolean => kind === 'figure'
    const before = now.items.slice(now.items.slice(0, i).findLastIndex(isFigure) + 1, i).reverse()
    const behind = now.items.slice(i + 1)
    const end = behind.findIndex(isFigure)
    for (const item of [...before, ...(end < 0 ? behind : behind.slice(0, end))]) {
      const term = this.usable(now, item, figure)
      if (term) return term
    }
    return null
  }

  private ofTerm(now: Clause, { items, figure, turn }: Told, term: Term): void {
    if (term.key === undefined) {
      if (turn === 'nearer' || turn === 'farther') this.moved(items, term.path!, figure, turn)
      else this.field(items, term.path!, figure.text)
      return
    }
    for (const light of this.lightsOr(now, items, 'That is said'))
      this.field(items, `flashes[${light}].${term.key}`, figure.text)
  }

  /** A length nearer or farther than it is now. */
  private moved(items: Item[], path: string, figure: SaidFigure, turn: Turn): void {
    const by = parseField(figure.text, { ...(fieldAt(path) as NumberField), min: -1e6, max: 1e6 })
    if ('error' in by) return this.ask(items, by.error)
    const value = (valueAt(this.setup, path) as number) + (turn === 'nearer' ? -1 : 1) * (by.value ?? 0)
    this.field(items, path, `${Number(value.toPrecision(12))} m`)
  }

  /** Stops: a light turned up or down, the lens, or a frame that came out dark or bright. */
  private stops(now: Clause, said: Told): void {
    const { items, figure, turn } = said
    const toIso = now.lights.length === 0 && kindOf(items, 'term').some(({ term }) => term.path === 'picture.iso')
    if (turn === 'under' || turn === 'over') this.cameOut(now, said)
    else if (turn === 'wider' || turn === 'narrower') this.stopped(items, figure, turn === 'wider' ? -1 : 1)
    else if (turn !== 'up' && turn !== 'down') this.ask(items, `${figure.text} of what?`)
    else if (toIso) this.field(items, 'picture.iso', String(this.setup.picture.iso * factorOf(said)))
    else for (const light of this.lightsOr(now, items, 'The power')) this.turned(now, said, light)
  }

  /** A frame that came out dark or bright tells of the light that lights the front. */
  private cameOut({ lights }: Clause, { items, figure, turn }: Told): void {
    const front = this.setup.flashes.findIndex(({ role }) => role === 'key' || role === 'fill')
    const light = lights.length === 1 ? lights[0]! : Math.max(0, front)
    const value = turn === 'under' ? -figure.number : figure.number
    this.said.push({
      phrase: this.phrase(items),
      changes: [],
      seen: evidenceOf(this.setup, { kind: 'light', value, light }),
    })
  }

  /** A light turned up or down from where it is, or from where that is said to begin. */
  private turned(now: Clause, said: Told, light: number): void {
    const { items, figure } = said
    const flash = this.setup.flashes[light]!
    const from = kindOf(now.items, 'power')[0]
    const read = from ? parseField(from.text, FIELD_OF_POWER) : null
    const base = read && 'value' in read && read.value !== null ? read.value : flash.power
    const power = base * factorOf(said)
    const told = (value: number): string => (value === 1 ? 'full power' : format(value, 'power'))
    if (power > 1 + 1e-9)
      this.ask(items, `${flash.name} is at ${told(base)}: it cannot go up by ${figure.text}`, [
        `${flash.name} at full power`,
        `aperture ${figure.text} wider`,
      ])
    else if (power < flash.minimumPower * (1 - 1e-9))
      this.ask(items, `${flash.name} goes down to ${told(flash.minimumPower)} at the lowest`, [
        `${flash.name} at ${told(flash.minimumPower)}`,
      ])
    else this.set(items, { path: `flashes[${light}].power`, value: Number(power.toPrecision(12)) })
  }

  /** The aperture by so many stops, as a ring has them. */
  private stopped(items: Item[], figure: SaidFigure, sign: 1 | -1): void {
    const exact = this.setup.picture.aperture * 2 ** ((sign * figure.number) / 2)
    const step = APERTURES.reduce((near, one) => (Math.abs(one - exact) < Math.abs(near - exact) ? one : near))
    this.field(items, 'picture.aperture', String(Math.abs(step - exact) < 0.04 * exact ? step : exact))
  }

  private ofLight(now: Clause, said: Told): void {
    const { items, figure, turn, part } = said
    const key = keyOfLight(figure, part, turn)
    if (key === null) {
      // What was named before is not meant by what cannot be of it.
      if (now.carried) this.alone(said)
      else this.askOfLight(now, said)
      return
    }
    for (const light of now.lights) {
      const path = `flashes[${light}].${key}`
      if (key === 'distance' && (turn === 'nearer' || turn === 'farther')) this.moved(items, path, figure, turn)
      else this.field(items, path, turn === 'down' && key === 'elevation' ? `-${figure.text}` : figure.text)
    }
  }

  private askOfLight(now: Clause, { items, figure }: Told): void {
    const { name } = this.setup.flashes[now.lights[0]!]!
    const choices = figure.quantities.includes('angle')
      ? [`${name} raised ${figure.text}`, `${name} ${figure.text} round the subject`]
      : figure.quantities.includes('time')
        ? [`${name} recycle ${figure.text}`, `${name} latency ${figure.text}`]
        : [`${name} at 1/16`, `${name} 0.5 m away`]
    this.ask(items, `${figure.text} of what of ${name}?`, choices)
  }

  private ofMoment({ items, figure, from }: Told): void {
    const parsed = parseField(figure.text, FIELDS['moment.offset'])
    if ('error' in parsed) return this.ask(items, parsed.error)
    const value = (parsed.value ?? 0) + (from === 'exit' ? this.setup.subject.depth : 0)
    this.set(
      items,
      ...(this.setup.moment.reference === 'travel' ? [] : [{ path: 'moment.reference', value: 'travel' }]),
      { path: 'moment.offset', value: Number(value.toPrecision(12)) },
    )
  }

  private ofThing(thing: Thing, said: Told): void {
    const { items, figure, turn, part } = said
    const far = figure.quantities.includes('length') && part !== 'wide'
    if (thing === 'mic' && far) return this.mic(said)
    if (thing === 'beam' && far) return this.beam(said)
    const path = pathOfThing(thing, figure, part)
    if (path === null) this.ask(items, `${figure.text} of what of “${this.phrase(kindOf(items, 'thing'))}”?`)
    else if (turn === 'nearer' || turn === 'farther') this.moved(items, path, figure, turn)
    else this.field(items, path, figure.text)
    // A ball is as long as it is wide.
    const last = this.said.at(-1)
    if (path === 'motion.diameter' && last?.changes.at(-1)?.path === path)
      last.changes.push({ path: 'motion.objectLength', value: this.setup.motion.diameter })
  }

  private mic({ items, figure, turn, from }: Told): void {
    const parsed = parseField(figure.text, { ...FIELDS['sensor.offset'], unit: 'm' })
    if ('error' in parsed || parsed.value === null)
      return this.ask(items, 'error' in parsed ? parsed.error : 'How far?')
    const changes: Change[] = this.setup.sensor.kind === 'sound' ? [] : [{ path: 'sensor.kind', value: 'sound' }]
    const source = from === null ? undefined : SOURCE_FROM[from]
    const counted = changes.length > 0 || turn === null
    if (source !== undefined && counted && this.setup.sensor.source !== source)
      changes.push({ path: 'sensor.source', value: source })
    const there = changes.reduce<Setup>(withChange, this.setup)
    const by = turn === 'nearer' ? -1 : turn === 'farther' ? 1 : 0
    const { position, offset } = micAt(
      there,
      Math.max(0, by === 0 ? parsed.value : soundDistance(there) + by * parsed.value),
    )
    this.set(items, ...changes, { path: 'sensor.position', value: position }, { path: 'sensor.offset', value: offset })
  }

  private beam({ items, figure, turn }: Told): void {
    if (turn === 'nearer' || turn === 'farther') return this.moved(items, 'sensor.position', figure, turn)
    const parsed = parseField(figure.text, FIELDS['sensor.position'])
    if ('error' in parsed) return this.ask(items, parsed.error)
    const changes: Change[] = this.setup.sensor.kind === 'beam' ? [] : [{ path: 'sensor.kind', value: 'beam' }]
    this.set(items, ...changes, { path: 'sensor.position', value: parsed.value })
  }

  /** A figure that nothing was named for: what it can only be, or a question. */
  private alone({ items, figure, from, part }: Told): void {
    if (figure.unit === '' && figure.quantities.includes('shutter')) return this.fraction(items, figure)
    const counted = figure.quantities.includes('length') && (from === 'start' || from === 'target')
    const path = counted ? 'subject.distance' : pathAlone(figure, part)
    if (path) this.field(items, path, figure.text)
    else this.ask(items, `${figure.text}: of what?`, offersFor(figure))
  }

  /** 1/250 is a shutter speed, 1/64 a power; 1/8 may be both. */
  private fraction(items: Item[], figure: SaidFigure): void {
    const under = 1 / figure.number
    const power = Number.isInteger(Math.log2(under))
    const lights = this.setup.flashes
    if (!power) return this.field(items, 'picture.shutter', `${figure.text} s`)
    if (under >= 16 && lights.length === 1) return this.field(items, 'flashes[0].power', figure.text)
    this.ask(items, `${figure.text}: the power of which light${under < 16 ? ', or the shutter' : ''}?`, [
      ...lights.map(({ name }) => `${name} ${figure.text}`),
      ...(under < 16 ? [`shutter ${figure.text} s`] : []),
    ])
  }
}

/** Items that say how much. */
const FIGURES: ReadonlySet<Item['kind']> = new Set(['figure', 'aperture', 'iso', 'power', 'pops', 'bulb'])

/** What a microphone answers to, by where its distance is counted from. */
const SOURCE_FROM: Partial<Record<From, Setup['sensor']['source']>> = {
  splash: 'impact',
  target: 'impact',
  start: 'start',
  floor: 'floor',
}

/** What so many stops up or down are as a factor. */
const factorOf = ({ figure, turn }: Told): number => 2 ** (turn === 'up' ? figure.number : -figure.number)

const FIELD_OF_POWER = fieldAt('flashes[0].power') as NumberField

/**
 * Reads what somebody says of a set-up in one line, as `f/8 iso 400, key at 1/64 half a metre away`: what each phrase
 * sets, and what has to be asked. Nothing is guessed: what may be meant in two ways, or is none of what is there, is a
 * question.
 */
export function heard(setup: Setup, text: string): Heard {
  if (text.length > MOST_SAID)
    return {
      said: [],
      asks: [{ phrase: `${text.slice(0, 40)}…`, question: `At most ${MOST_SAID} characters at once`, choices: [] }],
    }
  const found = new Reader(setup, text).read()
  if (found.said.length === 0 && found.asks.length === 0)
    return { said: [], asks: [{ phrase: text.trim(), question: 'Nothing was said that can be set', choices: [] }] }
  return found
}
