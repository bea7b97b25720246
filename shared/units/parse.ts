import type { NumberField, Quantity } from '../../core'
import { format } from './format'
import { readAsEv, takeRoom } from './room'
import { takeSpoken } from './spoken'
import { IMPERIAL, type System, UNITS, type Unit, findUnit } from './table'

/** A value in SI, with a word where it was read otherwise than it stands; or what is wrong. */
export type Parsed = { value: number; read?: string } | { error: string }

/** s that *bulb* stands for, and the shutter figure from which a bare one is the denominator the dial shows. */
const BULB = 2
const LEAST_DENOMINATOR = 40

/** Whole and a fraction, as an inch rule is read: 1 1/2. */
const MIXED = /^([+-]?)(\d+)\s+(\d+)\/(\d+)(?!\d)/
const NUMBER = /^([+-]?)(\d+(?:[.,]\d*)?|[.,]\d+)(?:e([+-]?\d+))?/i

const EXAMPLES: Partial<Record<Quantity, string>> = {
  time: '3.4 ms, 250us or 1/250',
  shutter: '1/250, 0.5 or 2 s',
  length: '12 mm, 0.9 m or 12 in',
  speed: '34 m/s or 110 ft/s',
  mass: '2.1 g',
  power: '1/64, 1/64 +0.3 or full',
  aperture: 'f/8',
  iso: '400',
  stops: '-1.3 EV',
  ev: '-4, 300 lux, dim room, or 1/125 f/8 ISO 400',
  angle: '30°',
  temperature: '20 °C',
  share: '1.5 %',
  rate: '9 /s',
  pressure: '1013 hPa',
  guide: '28 m',
  energy: '76 J',
  angleRate: '12 °/s',
}

function tidy(text: string): string {
  return text
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .replace(/[−–]/g, '-')
    .replace(/μ/g, 'µ')
    .trim()
}

/** Reads the number at the head of a text; a comma stands for the point. */
function takeNumber(text: string): { value: number; rest: string } | null {
  const match = NUMBER.exec(text)
  if (!match) return null
  const value = Number(`${match[1]}${match[2]!.replace(',', '.')}${match[3] ? `e${match[3]}` : ''}`)
  return Number.isFinite(value) ? { value, rest: text.slice(match[0].length).trim() } : null
}

const SAID: Readonly<Record<string, number>> = { half: 0.5, one: 1, two: 2, three: 3, four: 4, five: 5 }
const HOW_MANY = String.raw`\b(half|one|two|three|four|five|a|\d+(?:[.,]\d+)?)\s*(?:a\s+)?(?:of\s+a\s+)?(?:stops?|ev)`
const WHICH_WAY = String.raw`(?:too\s+)?(under|dark|darker|below|over|bright|brighter|above|light|lighter)\b`
const OFF = new RegExp(String.raw`${HOW_MANY}\s*${WHICH_WAY}`, 'i')
const DARK = /under|dark|below/i

/** As it should be: no stops off. */
const RIGHT = /^(?:correct|right|spot on|as planned|as it should be)$/i

/** Stops that a frame came out under or over, as people say it: `two stops dark`; and the text without it. */
function takeOff(text: string): { stops: number; rest: string } {
  const said = OFF.exec(text)
  if (!said) return { stops: 0, rest: text }
  const word = said[1]!.toLowerCase()
  const stops = SAID[word] ?? (word === 'a' ? 1 : Number(word.replace(',', '.')))
  return { stops: DARK.test(said[2]!) ? -stops : stops, rest: text.replace(said[0], ' ').trim() }
}

/**
 * EV at ISO 100 of a metered triple: time, aperture and ISO in any order, as in `1/125 f/8 ISO 400`, or of a frame
 * that came out under or over at one: `two stops dark at f/8 1/60 ISO 400`; null for what is none.
 */
function takeTriple(said: string): Parsed | null {
  const { stops, rest: text } = takeOff(said)
  const aperture = /f\s*\/?\s*(\d+(?:[.,]\d+)?)/i.exec(text)
  const iso = /iso\s*(\d+)/i.exec(text)
  if (!aperture || !iso) return null
  const time = takeFraction(
    text
      .replace(aperture[0], ' ')
      .replace(iso[0], ' ')
      .replace(/\bat\b|,|;|@/gi, ' ')
      .trim(),
  )
  if (!time || !/^(s|sec|seconds?)?$/i.test(time.rest))
    return { error: 'Enter a meter reading as time, aperture and ISO: 1/125 f/8 ISO 400' }
  const seconds = time.fraction || time.rest !== '' || time.value < LEAST_DENOMINATOR ? time.value : 1 / time.value
  const f = Number(aperture[1]!.replace(',', '.'))
  if (!(seconds > 0) || !(f > 0) || !(Number(iso[1]) > 0))
    return { error: 'Enter a meter reading as time, aperture and ISO: 1/125 f/8 ISO 400' }
  const ev = Math.log2((f * f) / seconds) - Math.log2(Number(iso[1]) / 100) + stops
  return readAsEv(ev)
}

/** A number or a fraction such as 1/250. */
function takeFraction(text: string): { value: number; rest: string; fraction: boolean } | null {
  const mixed = MIXED.exec(text)
  if (mixed && Number(mixed[4]) !== 0) {
    const value = Number(mixed[2]) + Number(mixed[3]) / Number(mixed[4])
    return { value: mixed[1] === '-' ? -value : value, rest: text.slice(mixed[0].length).trim(), fraction: true }
  }
  const top = takeNumber(text)
  if (!top) return null
  if (!top.rest.startsWith('/')) return { ...top, fraction: false }
  const bottom = takeNumber(top.rest.slice(1).trim())
  if (!bottom || bottom.value === 0) return /^\/[a-z]/i.test(top.rest) ? { ...top, fraction: false } : null
  return { value: top.value / bottom.value, rest: bottom.rest, fraction: true }
}

/** Nobody types more than this for one figure; reading stays quick whatever is pasted. */
const MOST_TYPED = 200
const TOO_LONG: Parsed = { error: `Too long: at most ${MOST_TYPED} characters` }

/** Powers as they are said: half, a quarter, full power. */
const POWER_WORDS: Readonly<Record<string, number>> = {
  full: 1,
  half: 1 / 2,
  quarter: 1 / 4,
  eighth: 1 / 8,
  sixteenth: 1 / 16,
}
const POWER_SAID = /^(?:(?:a|an|one)\s+)?(full|half|quarter|eighth|sixteenth)$/i

function wrong(text: string, quantity: Quantity): Parsed {
  const example = EXAMPLES[quantity]
  return {
    error:
      text === ''
        ? `Type a value${example ? `, such as ${example}` : ''}`
        : `“${text}” is not understood${example ? `; write it as ${example}` : ''}`,
  }
}

/** A calibre: inches without a nought before the point, as in .22. */
const CALIBRE = /^\.(\d{2,3})$/

/** The same with its number in digits; null where none is said in words. */
function inDigits(text: string): string | null {
  const spoken = takeSpoken(text)
  return spoken && spoken.rest !== text ? `${Number(spoken.value.toPrecision(12))} ${spoken.rest}`.trim() : null
}

/**
 * Reads what a photographer types or says, into SI: as `parseTyped`, and numbers in words, as in `five centimetres`,
 * `half a metre` and `twelve hertz`.
 */
export function parse(input: string, quantity: Quantity, options: { unit?: string; system?: System } = {}): Parsed {
  const text = tidy(input.slice(0, MOST_TYPED))
  if (quantity === 'length' && options.unit === 'mm' && CALIBRE.test(text)) {
    const value = Number(`0${text}`) * 0.0254
    return { value, read: `read as a calibre: ${format(value, 'length')}` }
  }
  const typed = parseTyped(input, quantity, options)
  if (!('error' in typed) || input.length > MOST_TYPED) return typed
  // Half of a share is half of the whole, not half a per cent.
  const part = quantity === 'share' ? takeSpoken(text) : null
  if (part && part.rest === '' && part.value <= 1) return { value: part.value }
  const digits = inDigits(text)
  const spoken = digits === null ? typed : parseTyped(digits, quantity, options)
  return 'error' in spoken ? typed : spoken
}

/**
 * Reads what a photographer types, into SI: `1/250`, `250us`, `3.4 ms`, `12 in`, `5' 3"`, `f/8`, `1/64 +0.3`, `-1.3
 * EV`, `ISO 400`.
 * A bare number is in the field's own unit (the imperial one where that system is chosen).
 */
function parseTyped(input: string, quantity: Quantity, options: { unit?: string; system?: System } = {}): Parsed {
  const text = tidy(input.length > MOST_TYPED ? '' : input)
  const bad = input.length > MOST_TYPED ? TOO_LONG : wrong(text, quantity)

  if (quantity === 'aperture' || quantity === 'iso') {
    const head = takeNumber(text.replace(quantity === 'iso' ? /^iso\s*/i : /^f\s*\/?\s*/i, ''))
    return head && head.rest === '' ? { value: head.value } : bad
  }
  if (quantity === 'power') {
    const plain = text.replace(/^power\s+|\s+(?:of\s+)?(?:full\s+)?power$/gi, '').trim()
    const word = POWER_SAID.exec(plain)
    if (word) return { value: POWER_WORDS[word[1]!.toLowerCase()]! }
    const head = takeFraction(plain)
    if (!head) return bad
    if (head.rest === '') return { value: head.value }
    if (head.rest === '%') return { value: head.value / 100 }
    const change = takeNumber(head.rest.replace(/^([+-])\s+/, '$1'))
    if (!change || !/^[+-]/.test(head.rest) || !/^(ev|stops?)?$/i.test(change.rest)) return bad
    // 0.3 and 0.7 are how gear writes a third and two thirds.
    const thirds = Math.round(change.value * 3) / 3
    return { value: head.value * 2 ** (Math.abs(thirds - change.value) < 0.05 ? thirds : change.value) }
  }
  if (quantity === 'ev') {
    const metered = takeTriple(text) ?? takeRoom(text)
    if (metered !== null) return metered
  }
  if (quantity === 'ev' && /^ev\s*[-+±\d.,]/i.test(text)) return parse(text.replace(/^ev\s*/i, ''), quantity, options)
  if (quantity === 'stops') {
    if (RIGHT.test(text)) return { value: 0 }
    const off = takeOff(text)
    if (off.rest === '' && text !== '') return { value: off.stops }
  }

  if (quantity === 'guide' && /^gn\s*/i.test(text)) return parse(text.replace(/^(gn\s*)+/i, ''), quantity, options)

  // A shutter held open by hand has no time of its own; two seconds are what a calm hand needs.
  if (quantity === 'shutter' && /^(b|bulb|t)$/i.test(text))
    return { value: BULB, read: `open by hand: counted as ${BULB} s` }
  const head = takeFraction(text.replace(/^±\s*/, ''))
  if (!head) return bad
  if (
    quantity === 'shutter' &&
    head.rest === '' &&
    !head.fraction &&
    head.value >= LEAST_DENOMINATOR &&
    Number.isInteger(head.value)
  )
    return { value: 1 / head.value, read: `read as 1/${head.value} s; write ${head.value} s for seconds` }
  let unit: Unit | undefined
  if (head.rest === '') {
    const own = options.unit ?? UNITS[quantity][0]!.symbol
    // A fraction of time is of a second, whatever the field's unit.
    const symbol =
      quantity === 'time' && head.fraction ? 's' : options.system === 'imperial' ? (IMPERIAL[own] ?? own) : own
    unit = findUnit(quantity, symbol) ?? UNITS[quantity][0]
  } else unit = findUnit(quantity, head.rest)
  if (unit) return { value: head.value * unit.factor + (unit.offset ?? 0) }

  // Feet and inches together.
  const feet = quantity === 'length' ? /^(?:'|′|ft|foot|feet)\s*(.+)$/i.exec(head.rest) : null
  if (feet) {
    const inches = takeFraction(feet[1]!)
    const inchUnit = inches && (inches.rest === '' || findUnit('length', inches.rest)?.symbol === 'in')
    if (inches && inchUnit) return { value: head.value * 0.3048 + inches.value * 0.0254 }
  }
  return bad
}

/** What is allowed in a field, in its own unit. */
export function allowedText(field: NumberField, system: System = 'metric'): string {
  const options = {
    ...(field.unit ? { unit: field.unit } : {}),
    system: field.marked ? ('metric' as const) : system,
    figures: 6,
  }
  const [least, most] = [format(field.min, field.quantity, options), format(field.max, field.quantity, options)]
  // The unit once, where it stands before the figure.
  return `${least} to ${most.replace(/^(ISO |EV\u00a0)/, '')}`
}

/** Reads a value for a field and holds it to the field's limits; an empty text is null where the field may be empty. */
export function parseField(
  input: string,
  field: NumberField,
  system: System = 'metric',
): { value: number | null; read?: string } | { error: string } {
  if (field.nullable && tidy(input) === '') return { value: null }
  const parsed = parse(input, field.quantity, {
    ...(field.unit ? { unit: field.unit } : {}),
    system: field.marked ? 'metric' : system,
  })
  if ('error' in parsed) return parsed
  // What was typed in another unit may miss a limit by the rounding of its conversion.
  const slack = 1e-9 * Math.max(Math.abs(field.min), Math.abs(field.max))
  if (field.integer && Math.abs(parsed.value - Math.round(parsed.value)) > 1e-9) return { error: 'Whole numbers only' }
  // Inches, feet and degrees are printed to fewer figures than they are kept with.
  const printed = field.quantity === 'length' || field.quantity === 'angle' ? 1e-5 : 0
  if (
    parsed.value < field.min - slack - printed * Math.abs(field.min) ||
    parsed.value > field.max + slack + printed * Math.abs(field.max)
  )
    return { error: `Allowed: ${allowedText(field, system)}` }
  const value = Math.min(Math.max(parsed.value, field.min), field.max)
  return { value: field.integer ? Math.round(value) : value, ...(parsed.read ? { read: parsed.read } : {}) }
}
