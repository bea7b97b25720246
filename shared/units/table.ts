import type { Quantity } from '../../core'

export type System = 'metric' | 'imperial'

export interface Unit {
  /** As printed, a thin space before it unless it is `prefix` or `glued`. */
  symbol: string
  /** SI per unit. */
  factor: number
  /** SI at zero of the unit. */
  offset?: number
  /** What people type, lower case; the symbol itself is always understood. */
  aliases: string[]
}

const unit = (symbol: string, factor: number, aliases: string[] = [], offset = 0): Unit => ({
  symbol,
  factor,
  aliases,
  offset,
})

const TIME = [
  unit('s', 1, ['sec', 'secs', 'second', 'seconds', '"', '″']),
  unit('ms', 1e-3, ['msec', 'millisecond', 'milliseconds']),
  unit('µs', 1e-6, ['us', 'μs', 'usec', 'microsecond', 'microseconds']),
  unit('ns', 1e-9, ['nanosecond', 'nanoseconds']),
  unit('min', 60, ['mins', 'minute', 'minutes']),
]

/**
 * Every unit understood, by quantity; the first is the one a bare number is read in unless the field says otherwise.
 */
export const UNITS: Record<Quantity, Unit[]> = {
  time: [TIME[1]!, TIME[0]!, TIME[2]!, TIME[3]!, TIME[4]!],
  shutter: TIME,
  length: [
    unit('m', 1, ['metre', 'metres', 'meter', 'meters']),
    unit('cm', 1e-2, ['centimetre', 'centimetres', 'centimeter', 'centimeters']),
    unit('mm', 1e-3, ['millimetre', 'millimetres', 'millimeter', 'millimeters']),
    unit('µm', 1e-6, ['um', 'μm', 'micron', 'microns', 'micrometre', 'micrometres', 'micrometer', 'micrometers']),
    unit('in', 0.0254, ['"', '″', 'inch', 'inches']),
    unit('ft', 0.3048, ["'", '′', 'foot', 'feet']),
    unit('yd', 0.9144, ['yds', 'yard', 'yards']),
  ],
  speed: [
    unit('m/s', 1, ['mps', 'metres per second', 'meters per second', 'metres a second', 'meters a second']),
    unit('km/h', 1 / 3.6, ['kmh', 'kph', 'kilometres per hour', 'kilometers per hour', 'kilometres an hour']),
    unit('ft/s', 0.3048, ['fps', 'feet per second', 'feet a second']),
    unit('mph', 0.44704, ['miles per hour', 'miles an hour']),
  ],
  mass: [
    unit('g', 1e-3, ['gram', 'grams', 'gramme', 'grammes']),
    unit('kg', 1, ['kilo', 'kilos', 'kilogram', 'kilograms']),
    unit('mg', 1e-6, ['milligram', 'milligrams']),
    unit('oz', 0.028349523125, ['ounce', 'ounces']),
    unit('gr', 6.479891e-5, ['grain', 'grains']),
  ],
  temperature: [
    unit('°C', 1, ['c', 'degc', 'celsius', 'degrees celsius', 'degrees c', 'degrees', 'centigrade']),
    unit('°F', 5 / 9, ['f', 'degf', 'fahrenheit', 'degrees fahrenheit', 'degrees f'], -160 / 9),
    unit('K', 1, ['kelvin'], -273.15),
  ],
  temperatureDifference: [
    unit('°C', 1, ['c', 'k', 'kelvin', 'degc', 'celsius', 'degrees', 'degrees celsius']),
    unit('°F', 5 / 9, ['f', 'degf', 'fahrenheit', 'degrees fahrenheit']),
  ],
  pressure: [
    unit('hPa', 100, ['mbar', 'mb', 'hectopascal', 'hectopascals', 'millibar', 'millibars']),
    unit('kPa', 1000, ['kilopascal', 'kilopascals']),
    unit('Pa', 1, ['pascal', 'pascals']),
    unit('inHg', 3386.389, ['inches of mercury']),
  ],
  angle: [unit('°', Math.PI / 180, ['deg', 'degree', 'degrees']), unit('rad', 1, ['radian', 'radians'])],
  share: [unit('%', 0.01, ['percent', 'per cent', 'pct'])],
  rate: [
    unit('/s', 1, [
      'fps',
      'hz',
      'hertz',
      'frames/s',
      'frames a second',
      'frames per second',
      'a second',
      'per second',
      'turns/s',
      'turns a second',
      'turns per second',
      'rps',
    ]),
    unit('rpm', 1 / 60, ['turns/min', 'turns a minute', 'turns per minute', 'revolutions per minute']),
  ],
  angleRate: [unit('°/s', Math.PI / 180, ['deg/s', 'degrees a second', 'degrees per second']), unit('rad/s', 1, [])],
  perMetre: [unit('/m', 1, ['1/m']), unit('/ft', 1 / 0.3048, ['1/ft'])],
  guide: [unit('m', 1, ['metre', 'metres', 'meter', 'meters']), unit('ft', 0.3048, ["'", 'foot', 'feet'])],
  force: [
    unit('N', 1, ['newton', 'newtons']),
    unit('kgf', 9.80665, ['kg', 'kp', 'kilo', 'kilos']),
    unit('lbf', 4.4482216152605, ['lb', 'lbs', 'pound', 'pounds']),
  ],
  energy: [unit('J', 1, ['ws', 'joule', 'joules', 'watt second', 'watt seconds', 'watt-seconds'])],
  stops: [unit('EV', 1, ['stop', 'stops'])],
  ev: [unit('EV', 1, ['stop', 'stops'])],
  power: [unit('', 1, [])],
  aperture: [unit('', 1, [])],
  iso: [unit('', 1, [])],
  count: [unit('', 1, [])],
  number: [unit('', 1, [])],
}

/** The unit shown in imperial where the metric one would be this. */
export const IMPERIAL: Record<string, string> = {
  'm': 'ft',
  'cm': 'in',
  'mm': 'in',
  'm/s': 'ft/s',
  '°C': '°F',
  '/m': '/ft',
}

export function findUnit(quantity: Quantity, symbol: string): Unit | undefined {
  const wanted = symbol.trim()
  return (
    UNITS[quantity].find(u => u.symbol === wanted) ??
    UNITS[quantity].find(
      u => u.symbol.toLowerCase() === wanted.toLowerCase() || u.aliases.includes(wanted.toLowerCase()),
    )
  )
}
