import type { Quantity } from '../../core'
import { APERTURES } from '../../core/setup/steps'
import { IMPERIAL, type System, UNITS, type Unit, findUnit } from './table'

export interface FormatOptions {
  /** Unit to show in; left out: chosen by size. */
  unit?: string
  system?: System
  /** Significant figures, default 3. */
  figures?: number
}

const MINUS = '−'
const SPACE = '\u00a0'

/** So little of the smallest unit is nothing that anybody sets or sees. */
const NOTHING = 1e-3

/** Significant figures of what nobody typed. */
const SENSIBLE = 4

/**
 * A number to so many significant figures, of large ones to four at least, without exponent or trailing noise, with a
 * true minus.
 */
export function plainNumber(value: number, figures = 3): string {
  if (value === 0) return '0'
  const most = Math.max(figures, SENSIBLE)
  const magnitude = Math.abs(value) >= 10 ** most ? Number(Math.abs(value).toPrecision(most)) : Math.abs(value)
  const decimals = Math.max(0, figures - 1 - Math.floor(Math.log10(magnitude) + 1e-12))
  const text = magnitude.toFixed(Math.min(decimals, 12))
  const trimmed = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text
  return (value < 0 && Number(trimmed) !== 0 ? MINUS : '') + trimmed
}

function byMagnitude(value: number, steps: [number, string][]): string {
  const magnitude = Math.abs(value)
  return (steps.find(([least]) => magnitude >= least * (1 - 1e-9)) ?? steps[steps.length - 1]!)[1]
}

/** The smallest unit of quantities that have units by size; undefined for others. */
const smallestOf = (quantity: Quantity): string | undefined =>
  ({ time: 'ns', length: 'µm', mass: 'mg' })[quantity as 'time' | 'length' | 'mass']

/** Unit that suits the size of a value. */
function unitBySize(value: number, quantity: Quantity): string {
  switch (quantity) {
    case 'time':
      return byMagnitude(
        value,
        value === 0
          ? [[0, 'ms']]
          : [
              [1, 's'],
              [1e-3, 'ms'],
              [1e-6, 'µs'],
              [0, 'ns'],
            ],
      )
    case 'length':
      return byMagnitude(
        value,
        value === 0
          ? [[0, 'mm']]
          : [
              [0.5, 'm'],
              [1e-4, 'mm'],
              [0, 'µm'],
            ],
      )
    case 'mass':
      return byMagnitude(
        value,
        value === 0
          ? [[0, 'g']]
          : [
              [1, 'kg'],
              [1e-4, 'g'],
              [0, 'mg'],
            ],
      )
    default:
      return UNITS[quantity][0]!.symbol
  }
}

/** The unit a value is shown in. */
export function displayUnit(value: number, quantity: Quantity, options: FormatOptions = {}): Unit {
  const symbol = options.unit && findUnit(quantity, options.unit) ? options.unit : unitBySize(value, quantity)
  const shown = options.system === 'imperial' ? (IMPERIAL[symbol] ?? symbol) : symbol
  return findUnit(quantity, shown) ?? UNITS[quantity][0]!
}

function shutterText(seconds: number): string {
  if (seconds >= 0.29 || seconds <= 0) return `${plainNumber(seconds)}${SPACE}s`
  const n = 1 / seconds
  const nearest = Math.round(n)
  return `1/${plainNumber(Math.abs(n - nearest) < 0.02 * n ? nearest : n)}${SPACE}s`
}

function powerText(power: number): string {
  const stops = Math.log2(power)
  const whole = Math.floor(stops + 1e-6)
  const thirds = Math.round((stops - whole) * 3)
  const base = thirds === 3 ? whole + 1 : whole
  const fraction = base >= 0 ? '1/1' : `1/${2 ** -base}`
  const rest = stops - base
  if (Math.abs(rest) < 0.02) return fraction
  if (Math.abs(rest * 3 - Math.round(rest * 3)) < 0.06)
    return `${fraction}${SPACE}+${(Math.round(rest * 3) / 3).toFixed(1)}`
  return `1/${plainNumber(1 / power)}`
}

function apertureText(aperture: number): string {
  const nominal = APERTURES.find(step => Math.abs(step - aperture) < 0.005 * step)
  return `f/${nominal ?? plainNumber(aperture, 2)}`
}

/**
 * A value in SI as a photographer writes it: 18.5 ms, 1/200 s, f/8, 1/64, ISO 400, −1.3 EV. Every one has its unit.
 */
export function format(value: number, quantity: Quantity, options: FormatOptions = {}): string {
  switch (quantity) {
    case 'shutter':
      return shutterText(value)
    case 'power':
      return powerText(value)
    case 'aperture':
      return apertureText(value)
    case 'iso':
      return `ISO ${plainNumber(value, options.figures ?? SENSIBLE)}`
    case 'count':
      return plainNumber(Math.round(value), 12)
    case 'number':
      return plainNumber(value, options.figures ?? 3)
    case 'stops': {
      const rounded = Math.round(value * 10) / 10
      const sign = options.unit === 'unsigned' ? '' : rounded > 0 ? '+' : rounded < 0 ? MINUS : '±'
      return `${sign}${Math.abs(rounded).toFixed(Math.abs(rounded) < 1000 ? 1 : 0)}${SPACE}EV`
    }
    case 'ev':
      return `EV${SPACE}${plainNumber(Math.round(value * 10) / 10, 4)}`
    case 'guide': {
      const u = options.system === 'imperial' ? findUnit('guide', 'ft')! : findUnit('guide', 'm')!
      return `${plainNumber(value / u.factor)}${SPACE}${u.symbol}`
    }
    // Tenths of a per cent, but never a small share as none.
    case 'share':
      return `${
        value < 0.001 && value > -0.001 ? plainNumber(value * 100, 2) : plainNumber(Math.round(value * 1000) / 10, 3)
      }${SPACE}%`
    // Half a degree is finer than any stand is set.
    case 'angle': {
      const u = displayUnit(value, quantity, options)
      const degrees = value / u.factor
      return u.symbol === '°'
        ? `${plainNumber(Math.round(degrees * 2) / 2, 4)}°`
        : `${plainNumber(degrees)}${SPACE}${u.symbol}`
    }
    default: {
      const wanted = displayUnit(value, quantity, options)
      // Far too large a unit for it: the one that suits its size, where there is one.
      const small = !wanted.offset && value !== 0 && Math.abs(value / wanted.factor) < NOTHING
      const u = small ? displayUnit(value, quantity, { ...(options.system ? { system: options.system } : {}) }) : wanted
      const shown = (value - (u.offset ?? 0)) / u.factor
      const number = plainNumber(
        u.symbol === smallestOf(quantity) && Math.abs(shown) < NOTHING ? 0 : shown,
        options.figures ?? (quantity === 'temperature' || quantity === 'pressure' ? 4 : 3),
      )
      return u.symbol === '°' ? `${number}°` : `${number}${SPACE}${u.symbol}`
    }
  }
}

/** A time as the reciprocal somebody typed, `1/41000 s`; null where it is none, or shorter as it is. */
function reciprocal(seconds: number): string | null {
  const n = Math.round(1 / seconds)
  return n >= 2 && Math.abs(seconds * n - 1) < 1e-9 ? `1/${n}${SPACE}s` : null
}

/**
 * A value for a field: as it was typed, with every digit of it; what nobody typed with sensible digits.
 *
 * @param typed whether somebody entered it
 */
export function formatEntry(value: number, quantity: Quantity, options: FormatOptions, typed: boolean): string {
  const exact = formatExact(value, quantity, options)
  if (exact.replace(/\D/g, '').replace(/^0+/, '').length <= SENSIBLE) return exact
  if (typed && quantity === 'power') return powerText(value)
  if (typed) return (quantity === 'time' && value > 0 ? reciprocal(value) : null) ?? exact
  switch (quantity) {
    case 'shutter':
    case 'power':
      return format(value, quantity, options)
    case 'aperture':
      return `f/${plainNumber(value, 2)}`
    case 'iso':
      return plainNumber(value, SENSIBLE)
    case 'stops':
    case 'ev':
      return `${plainNumber(Math.round(value * 100) / 100, SENSIBLE)}${SPACE}EV`
    case 'share':
      return `${plainNumber(value * 100, SENSIBLE)}${SPACE}%`
    case 'number':
      return plainNumber(value, SENSIBLE)
    case 'angle': {
      const u = displayUnit(value, quantity, options)
      return u.symbol === '°' ? `${plainNumber(Math.round((value / u.factor) * 10) / 10, SENSIBLE)}°` : exact
    }
    case 'count':
      return exact
    default:
      return format(value, quantity, { ...options, figures: SENSIBLE })
  }
}

/** The same to the last digit, for editing: what `parse` reads back to the same value. */
export function formatExact(value: number, quantity: Quantity, options: FormatOptions = {}): string {
  switch (quantity) {
    case 'shutter': {
      const text = shutterText(value)
      const read = text.startsWith('1/') ? 1 / Number.parseFloat(text.slice(2)) : Number.parseFloat(text)
      return Math.abs(read - value) <= 1e-9 * value ? text : `${trim(value)}${SPACE}s`
    }
    case 'power': {
      const stops = Math.log2(value)
      return Math.abs(stops - Math.round(stops)) < 1e-9 || Math.abs(stops * 3 - Math.round(stops * 3)) < 1e-6
        ? powerText(value)
        : trim(value)
    }
    case 'aperture':
      return `f/${trim(value)}`
    case 'iso':
      return trim(value)
    case 'count':
    case 'number':
      return trim(value)
    case 'stops':
    case 'ev':
      return `${trim(value)}${SPACE}EV`
    case 'share':
      return `${trim(value * 100)}${SPACE}%`
    // Hundredths of a degree, and six figures of an inch or foot, are finer than any stand, tape or rule.
    case 'angle': {
      const u = displayUnit(value, quantity, options)
      return u.symbol === '°'
        ? `${plainNumber(Math.round((value / u.factor) * 100) / 100, 10)}°`
        : `${trim(value)}${SPACE}${u.symbol}`
    }
    case 'length': {
      const u = displayUnit(value, quantity, options)
      const inches = u.symbol === 'in' || u.symbol === 'ft'
      return `${inches ? plainNumber(value / u.factor, 6) : trim(value / u.factor)}${SPACE}${u.symbol}`
    }
    case 'guide':
      return options.system === 'imperial' ? `${trim(value / 0.3048)}${SPACE}ft` : `${trim(value)}${SPACE}m`
    default: {
      const u = displayUnit(value, quantity, options)
      const number = trim((value - (u.offset ?? 0)) / u.factor)
      return u.symbol === '°' ? `${number}°` : `${number}${SPACE}${u.symbol}`
    }
  }
}

/** Ten significant figures hold every setting of any gear and hide the rounding of the conversion. */
function trim(value: number): string {
  return plainNumber(value, 10)
}
