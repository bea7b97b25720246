import {
  type Change,
  type FieldPath,
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
  valueAt,
  withChange,
} from '../../core'
import { APERTURES } from '../../core/setup/steps'
import { fieldName } from '../text/fieldName'
import { format, parseField } from '../units'
import { type From, type Item, type Part, type SaidFigure, type Turn, scan } from './scan'
import { nearestWords } from './nearest'
import type { Term, Thing } from './terms'

/** What one phrase sets. */
export interface Said {
  phrase: string
  /** Changes by hand; what follows from them is added by who takes them over. */
  changes: Change[]
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
    const [named] = items.filter(item => item.kind === 'lights')
    const others = beside.filter(item => item.kind === 'lights')
    if (others.some(one => !this.clearly([...beside], one))) return { items, lights: [], thing: null, carried: false }
    const things = items.filter(item => item.kind === 'thing')
    const terms = items.filter(item => item.kind === 'term')
    // A figure alone goes on about what was named last: key at 1/64, half a metre away.
    const goesOn = !named && things.length === 0 && !terms.some(({ term }) => term.path)
    const now: Clause = {
      items,
      lights: named
        ? [...new Set([...others.flatMap(({ lights }) => lights), ...named.lights])]
        : goesOn
          ? before.lights
          : [],
      thing: things.at(-1)?.thing ?? (goesOn && !named ? before.thing : null),
      carried: goesOn,
    }
    if (named && !this.clearly(items, named)) return { ...now, lights: [] }
    for (const item of items) if (item.kind === 'unknown') this.unknown(item)
    if (items.some(item => item.kind === 'unknown')) return now
    for (const [i, item] of items.entries()) this.item(now, item, i)
    this.nothingSaid(now, named)
    return now
  }

  /** Whether it is clear which lights are meant; else it is asked. */
  private clearly(items: Item[], named: Extract<Item, { kind: 'lights' }>): boolean {
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

  private unknown(item: Extract<Item, { kind: 'unknown' }>): void {
    const near = nearestWords(this.setup, item.text)
    this.ask([item], `“${item.text}” is not understood.${near.length > 0 ? ' Did you mean one of these?' : ''}`, near)
  }

  /** A thing or term was named and nothing said of it. */
  private nothingSaid({ items }: Clause, named: Item | undefined): void {
    const says = items.some(({ kind }) => kind !== 'filler' && kind !== 'lights' && kind !== 'thing' && kind !== 'term')
    if (says) return
    const about = named ?? items.find(({ kind }) => kind === 'thing' || kind === 'term')
    if (about) this.ask(items, `What of “${this.phrase([about])}”? No figure was said`)
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

  private aperture(item: Extract<Item, { kind: 'aperture' }>): void {
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

  private power(now: Clause, item: Extract<Item, { kind: 'power' }>, i: number): void {
    // A stop up from full power says where it starts, not what it is to be.
    if (now.items.slice(0, i).some(one => one.kind === 'turn' && (one.turn === 'up' || one.turn === 'down'))) return
    for (const light of this.lightsOr(now, [item], 'The power'))
      this.field([...now.items.filter(one => one.kind === 'lights'), item], `flashes[${light}].power`, item.text)
  }

  private pops(now: Clause, item: Extract<Item, { kind: 'pops' }>): void {
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

  private choice(now: Clause, item: Extract<Item, { kind: 'choice' }>): void {
    if (item.path === 'link.kind' && now.lights.length > 0) {
      const fired = item.value === 'optical' ? 'slave' : item.value
      return this.set(now.items, ...now.lights.map(light => ({ path: `flashes[${light}].fired`, value: fired })))
    }
    if (item.path === 'method')
      return this.set([item], ...methodChanges(this.setup, item.value as Method, this.setup.trigger))
    this.set([item], { path: item.path, value: item.value })
  }

  private lightChoice(now: Clause, item: Extract<Item, { kind: 'lightChoice' }>): void {
    const lights = this.lightsOr(now, [item], 'The head')
    if (lights.length > 0)
      this.set(
        [...now.items.filter(one => one.kind === 'lights'), item],
        ...lights.map(light => ({ path: `flashes[${light}].${item.key}`, value: item.value })),
      )
  }

  // ── figures ──

  private figure(now: Clause, item: Extract<Item, { kind: 'figure' }>, i: number): void {
    const { figure } = item
    const near = <K extends Item['kind']>(kind: K) =>
      this.besides(now.items, i, kind) as Extract<Item, { kind: K }> | undefined
    const turn = near('turn')?.turn ?? null
    const from = near('from')?.from ?? null
    const part = near('part')?.part ?? null
    const around = this.around(now.items, i)
    if (now.items.slice(0, i).findLast(({ kind }) => kind !== 'filler')?.kind === 'error')
      return this.error(around, figure)
    if (figure.quantities.includes('stops') && turn !== null) return this.stops(now, around, figure, turn)
    const term = this.termFor(now, i, figure)
    if (term) return this.ofTerm(now, around, figure, term, turn)
    if (now.lights.length > 0) return this.ofLight(now, around, figure, turn, part)
    if (from === 'exit' || from === 'entry') return this.ofMoment(around, figure, from)
    if (now.thing !== null) return this.ofThing(now.thing, around, figure, { turn, from, part })
    this.alone(around, figure, from, part)
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
  private error(items: Item[], figure: SaidFigure): void {
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

  /** The term that a figure belongs to: one before it that no other figure follows, else one behind it. */
  private termFor(now: Clause, i: number, figure: SaidFigure): Term | null {
    const light = now.lights[0] ?? (this.setup.flashes.length > 0 ? 0 : null)
    const pathOf = ({ path, key }: Term): string | null =>
      path ?? (key !== undefined && light !== null ? `flashes[${light}].${key}` : null)
    const usable = (at: number): Term | null => {
      const item = now.items[at]
      if (item?.kind !== 'term') return null
      const fit = item.alike.filter(term => {
        const path = pathOf(term)
        return path !== null && this.fits(path, figure)
      })
      if (now.lights.length > 0) return fit.find(term => term.key) ?? fit[0] ?? null
      const ofSetup = fit.filter(term => term.path)
      // Latency is that of what is named: the radio's, the sensor's.
      const about = now.items.some(one => one.kind === 'choice' && one.path === 'link.kind')
        ? 'link.'
        : now.thing !== null
          ? PARTS_OF[now.thing]
          : ''
      const own = ofSetup.find(term => term.path!.startsWith(about))
      return own ?? ofSetup[0] ?? (now.thing === null ? (fit[0] ?? null) : null)
    }
    for (let at = i - 1; at >= 0 && now.items[at]!.kind !== 'figure'; at--) {
      const term = usable(at)
      if (term) return term
    }
    for (let at = i + 1; at < now.items.length && now.items[at]!.kind !== 'figure'; at++) {
      const term = usable(at)
      if (term) return term
    }
    return null
  }

  private ofTerm(now: Clause, items: Item[], figure: SaidFigure, term: Term, turn: Turn | null): void {
    if (term.key === undefined) {
      if (turn === 'nearer' || turn === 'farther') return this.moved(items, term.path!, figure, turn)
      return this.field(items, term.path!, figure.text)
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

  /** Stops: a light turned up or down, or a frame that came out dark or bright. */
  private stops(now: Clause, items: Item[], figure: SaidFigure, turn: Turn): void {
    const lights = now.lights
    if (turn === 'under' || turn === 'over') {
      const value = turn === 'under' ? -figure.number : figure.number
      const front = this.setup.flashes.flatMap(({ role }, i) => (role === 'key' || role === 'fill' ? [i] : []))
      const light = lights.length === 1 ? lights[0]! : front.length > 0 ? front[0]! : 0
      const entry = evidenceOf(this.setup, { kind: 'light', value, light })
      return this.set(items, { path: 'evidence', value: [...this.setup.evidence, entry] as unknown as string })
    }
    if (turn === 'wider' || turn === 'narrower') return this.stopped(items, figure, turn === 'wider' ? -1 : 1)
    if (turn !== 'up' && turn !== 'down') return this.ask(items, `${figure.text} of what?`)
    if (lights.length === 0 && items.some(item => item.kind === 'term' && item.term.path === 'picture.iso'))
      return this.field(
        items,
        'picture.iso',
        String(this.setup.picture.iso * 2 ** (turn === 'up' ? figure.number : -figure.number)),
      )
    const full = now.items.find(item => item.kind === 'power')
    for (const light of this.lightsOr(now, items, 'The power')) {
      const flash = this.setup.flashes[light]!
      const base =
        full?.kind === 'power' ? (parseField(full.text, FIELD_OF_POWER) as { value: number }).value : flash.power
      const power = base * 2 ** (turn === 'up' ? figure.number : -figure.number)
      if (power > 1 + 1e-9)
        return this.ask(
          items,
          `${flash.name} is at ${base === 1 ? 'full power' : format(base, 'power')}: it cannot go up by ${figure.text}`,
          [`${flash.name} at full power`, `aperture ${figure.text} wider`],
        )
      if (power < flash.minimumPower * (1 - 1e-9))
        return this.ask(items, `${flash.name} goes down to ${format(flash.minimumPower, 'power')} at the lowest`, [
          `${flash.name} at ${format(flash.minimumPower, 'power')}`,
        ])
      this.set(items, { path: `flashes[${light}].power`, value: Number(power.toPrecision(12)) })
    }
  }

  /** The aperture by so many stops, as a ring has them. */
  private stopped(items: Item[], figure: SaidFigure, sign: 1 | -1): void {
    const exact = this.setup.picture.aperture * 2 ** ((sign * figure.number) / 2)
    const step = APERTURES.reduce((near, one) => (Math.abs(one - exact) < Math.abs(near - exact) ? one : near))
    this.field(items, 'picture.aperture', String(Math.abs(step - exact) < 0.04 * exact ? step : exact))
  }

  private ofLight(now: Clause, items: Item[], figure: SaidFigure, turn: Turn | null, part: Part | null): void {
    const is = (quantity: Quantity): boolean => figure.quantities.includes(quantity)
    const key =
      is('power') || figure.unit === '%'
        ? 'power'
        : is('length')
          ? part === 'wide'
            ? 'headWidth'
            : part === 'high'
              ? 'headHeight'
              : 'distance'
          : is('angle')
            ? part === 'raised' || part === 'high' || turn === 'up' || turn === 'down'
              ? 'elevation'
              : part === 'round'
                ? 'angle'
                : null
            : is('energy')
              ? 'energy'
              : null
    // What was named before is not meant by what cannot be of it.
    if (key === null && now.carried) return this.alone(items, figure, null, part)
    if (key === null) {
      const name = this.setup.flashes[now.lights[0]!]!.name
      const choices = is('angle')
        ? [`${name} raised ${figure.text}`, `${name} ${figure.text} round the subject`]
        : is('time')
          ? [`${name} recycle ${figure.text}`, `${name} latency ${figure.text}`]
          : [`${name} at 1/16`, `${name} 0.5 m away`]
      return this.ask(items, `${figure.text} of what of ${name}?`, choices)
    }
    for (const light of now.lights) {
      const path = `flashes[${light}].${key}`
      if (key === 'distance' && (turn === 'nearer' || turn === 'farther')) this.moved(items, path, figure, turn)
      else this.field(items, path, turn === 'down' && key === 'elevation' ? `-${figure.text}` : figure.text)
    }
  }

  private ofMoment(items: Item[], figure: SaidFigure, from: From): void {
    const parsed = parseField(figure.text, FIELDS['moment.offset'])
    if ('error' in parsed) return this.ask(items, parsed.error)
    const value = (parsed.value ?? 0) + (from === 'exit' ? this.setup.subject.depth : 0)
    this.set(
      items,
      ...(this.setup.moment.reference === 'travel' ? [] : [{ path: 'moment.reference', value: 'travel' }]),
      { path: 'moment.offset', value: Number(value.toPrecision(12)) },
    )
  }

  private ofThing(
    thing: Thing,
    items: Item[],
    figure: SaidFigure,
    { turn, from, part }: { turn: Turn | null; from: From | null; part: Part | null },
  ): void {
    if (thing === 'mic' && figure.quantities.includes('length')) return this.mic(items, figure, turn, from)
    if (thing === 'beam' && part !== 'wide' && figure.quantities.includes('length'))
      return this.beam(items, figure, turn)
    const path = pathOfThing(thing, figure, part, this.setup)
    if (path === null)
      return this.ask(
        items,
        `${figure.text} of what of “${this.phrase(items.filter(item => item.kind === 'thing'))}”?`,
        [],
      )
    if (turn === 'nearer' || turn === 'farther') return this.moved(items, path, figure, turn)
    this.field(items, path, figure.text)
    // A ball is as long as it is wide.
    if (path === 'motion.diameter' && this.setup.motion.objectLength !== this.setup.motion.diameter && part === null)
      this.sameLength(items)
  }

  private sameLength(items: Item[]): void {
    const was = valueAt(this.setup, 'motion.objectLength')
    if (typeof was === 'number')
      this.said.at(-1)!.changes.push({ path: 'motion.objectLength', value: this.setup.motion.diameter })
    void items
  }

  private mic(items: Item[], figure: SaidFigure, turn: Turn | null, from: From | null): void {
    const parsed = parseField(figure.text, { ...FIELDS['sensor.offset'], unit: 'm' })
    if ('error' in parsed || parsed.value === null)
      return this.ask(items, 'error' in parsed ? parsed.error : 'How far?')
    const changes: Change[] = this.setup.sensor.kind === 'sound' ? [] : [{ path: 'sensor.kind', value: 'sound' }]
    const source =
      from === 'splash' || from === 'target' ? 'impact' : from === 'start' ? 'start' : from === 'floor' ? 'floor' : null
    if (source !== null && (changes.length > 0 || turn === null) && this.setup.sensor.source !== source)
      changes.push({ path: 'sensor.source', value: source })
    const there = changes.reduce<Setup>(withChange, this.setup)
    const now = Math.hypot(there.sensor.position, there.sensor.offset)
    const far = turn === 'nearer' ? now - parsed.value : turn === 'farther' ? now + parsed.value : parsed.value
    const { position, offset } = micAt(there, Math.max(0, far))
    this.set(items, ...changes, { path: 'sensor.position', value: position }, { path: 'sensor.offset', value: offset })
  }

  private beam(items: Item[], figure: SaidFigure, turn: Turn | null): void {
    if (turn === 'nearer' || turn === 'farther') return this.moved(items, 'sensor.position', figure, turn)
    const parsed = parseField(figure.text, FIELDS['sensor.position'])
    if ('error' in parsed) return this.ask(items, parsed.error)
    const changes: Change[] = this.setup.sensor.kind === 'beam' ? [] : [{ path: 'sensor.kind', value: 'beam' }]
    this.set(items, ...changes, { path: 'sensor.position', value: parsed.value })
  }

  /** A figure that nothing was named for: what it can only be, or a question. */
  private alone(items: Item[], figure: SaidFigure, from: From | null, part: Part | null): void {
    const is = (quantity: Quantity): boolean => figure.quantities.includes(quantity)
    if (is('temperature') && !is('angle')) return this.field(items, 'air.temperatureC', figure.text)
    if (figure.unit === '' && is('shutter')) return this.fraction(items, figure)
    if (is('speed') && !is('rate')) return this.field(items, 'motion.speed', figure.text)
    if (is('mass') && !is('force')) return this.field(items, 'motion.mass', figure.text)
    if (is('length') && part === 'deep') return this.field(items, 'subject.depth', figure.text)
    if (is('length') && part === 'high') return this.field(items, 'subject.height', figure.text)
    if (is('rate') && /frame|fps/.test(figure.unit)) return this.field(items, 'camera.frameRate', figure.text)
    if (is('length') && (from === 'start' || from === 'target'))
      return this.field(items, 'subject.distance', figure.text)
    this.ask(items, `${figure.text}: of what?`, candidatesFor(figure))
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

/** Where the figures of a thing stand. */
const PARTS_OF: Record<Thing, string> = {
  mic: 'sensor.',
  beam: 'sensor.',
  sensor: 'sensor.',
  camera: 'camera.',
  background: 'scene.',
  object: 'motion.',
  subject: 'subject.',
}

/** Items that say how much. */
const FIGURES: ReadonlySet<Item['kind']> = new Set(['figure', 'aperture', 'iso', 'power', 'pops', 'bulb'])

const FIELD_OF_POWER = fieldAt('flashes[0].power') as NumberField

/** The figure of a thing that is meant by what it is measured in. */
function pathOfThing(thing: Thing, figure: SaidFigure, part: Part | null, setup: Setup): FieldPath | null {
  const is = (quantity: Quantity): boolean => figure.quantities.includes(quantity)
  switch (thing) {
    case 'camera':
      return is('length') ? 'picture.distance' : is('rate') ? 'camera.frameRate' : is('time') ? 'camera.lag' : null
    case 'background':
      if (is('share')) return 'scene.ground.reflectance'
      if (!is('length')) return null
      return part === 'wide' ? 'scene.ground.width' : part === 'high' ? 'scene.ground.height' : 'scene.ground.distance'
    case 'object':
      if (is('length')) return part === 'long' ? 'motion.objectLength' : 'motion.diameter'
      return is('mass') ? 'motion.mass' : is('speed') ? 'motion.speed' : is('rate') ? 'motion.turns' : null
    case 'subject':
      if (!is('length')) return null
      return part === 'deep' || part === 'long'
        ? 'subject.depth'
        : part === 'high' || part === 'wide'
          ? 'subject.height'
          : 'subject.distance'
    case 'mic':
    case 'sensor':
    case 'beam':
      if (is('length')) return part === 'wide' ? 'sensor.beamWidth' : 'sensor.position'
      return is('time') ? 'sensor.latency' : setup.sensor.kind === 'sound' && is('number') ? 'sensor.threshold' : null
  }
}

/** What a figure alone may have been meant for, as it would be said. */
function candidatesFor({ text, quantities, number }: SaidFigure): string[] {
  const is = (quantity: Quantity): boolean => quantities.includes(quantity)
  if (is('time')) return [`delay ${text}`, `shutter ${text}`, `${text} after the impact`]
  if (is('length'))
    return [`camera ${text} away`, `subject ${text} from the start`, `beam at ${text}`, `mic ${text} away`]
  if (is('share')) return [`humidity ${text}`, `reflectance ${text}`]
  if (is('rate')) return [`spin ${text}`, `frame rate ${text}`]
  if (is('temperature')) return [`air ${text}`, `angle ${text}`]
  if (is('stops')) return [`one stop dark`, `key up ${text}`]
  if (is('number'))
    return [
      ...(number >= 50 ? [`ISO ${text}`, `shutter 1/${text} s`] : []),
      ...(number <= 64 ? [`f/${text}`] : []),
      ...(number <= 100 ? [`${text} keepers`, `${text} props`] : []),
    ]
  return []
}

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
