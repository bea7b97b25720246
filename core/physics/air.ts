import { within } from './errors'

/**
 * Molar masses of dry air and of water, kg/mol: CIPM-2007 (Picard et al., Metrologia 45, 149, 2008); gas constant,
 * J/(mol K): SI 2019.
 */
const DRY_AIR = 28.96546e-3
const WATER = 18.01528e-3
const GAS_CONSTANT = 8.314462618

/** Mole fraction of water vapour after Cramer 1993: saturation pressure and enhancement factor. */
function waterFraction(temperatureC: number, relativeHumidity: number, pressure: number): number {
  const kelvin = temperatureC + 273.15
  const saturation = Math.exp(
    1.2811805e-5 * kelvin * kelvin - 1.9509874e-2 * kelvin + 34.04926034 - 6.3536311e3 / kelvin,
  )
  const enhancement = 1.00062 + 3.14e-8 * pressure + 5.6e-7 * temperatureC * temperatureC
  return (relativeHumidity * enhancement * saturation) / pressure
}

function checkAir(temperatureC: number, relativeHumidity: number, pressure: number): void {
  within('temperatureC', temperatureC, -40, 60)
  within('relativeHumidity', relativeHumidity, 0, 1)
  within('pressure', pressure, 50_000, 120_000)
}

/**
 * Speed of sound in moist air, m/s.
 *
 * @param input.temperatureC air temperature, °C, −40 to 60 (the fit is stated for 0 to 30)
 * @param input.relativeHumidity 0 to 1, default 0.5
 * @param input.pressure Pa, 50,000 to 120,000, default 101,325
 * @param input.co2 mole fraction of carbon dioxide, 0 to 0.01, default 0.0004
 * @throws InputError outside these ranges
 *
 * Error about 0.1 % within the fit's range. Source: Cramer 1993, J. Acoust. Soc. Am. 93, 2510, eq. 15.
 */
export function speedOfSound(input: {
  temperatureC: number
  relativeHumidity?: number
  pressure?: number
  co2?: number
}): number {
  const { temperatureC: t, relativeHumidity = 0.5, pressure: p = 101_325, co2: xc = 0.0004 } = input
  checkAir(t, relativeHumidity, p)
  within('co2', xc, 0, 0.01)
  const xw = waterFraction(t, relativeHumidity, p)
  return (
    331.5024 +
    0.603055 * t -
    0.000528 * t * t +
    (51.471935 + 0.1495874 * t - 0.000782 * t * t) * xw +
    (-1.82e-7 + 3.73e-8 * t - 2.93e-10 * t * t) * p +
    (-85.20931 - 0.228525 * t + 5.91e-5 * t * t) * xc -
    2.835149 * xw * xw -
    2.15e-13 * p * p +
    29.179762 * xc * xc +
    0.000486 * xw * p * xc
  )
}

/**
 * Density of moist air, kg/m³, as an ideal gas.
 *
 * @param input.temperatureC °C, −40 to 60
 * @param input.relativeHumidity 0 to 1, default 0.5
 * @param input.pressure Pa, 50,000 to 120,000, default 101,325
 * @throws InputError outside these ranges
 *
 * Within 0.1 % of the full CIPM-2007 formula in a studio. Source: CIPM-2007 molar masses; water fraction as in Cramer
 * 1993.
 */
export function airDensity(input: { temperatureC: number; relativeHumidity?: number; pressure?: number }): number {
  const { temperatureC, relativeHumidity = 0.5, pressure = 101_325 } = input
  checkAir(temperatureC, relativeHumidity, pressure)
  const xw = waterFraction(temperatureC, relativeHumidity, pressure)
  return ((pressure * DRY_AIR) / (GAS_CONSTANT * (temperatureC + 273.15))) * (1 - xw * (1 - WATER / DRY_AIR))
}
