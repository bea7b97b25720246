import type { Setup } from '../../setup/types'

/** Air as the bench has it: m/s of sound, kg/m³. */
export interface WorldAir {
  sound: number
  density: number
}

/** Magnus' saturation pressure of water, Pa. */
const saturated = (celsius: number): number => 611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius))

/** Ideal moist air: good to a tenth of a per cent. */
export function airAt(air: Setup['air'], celsius: number): WorldAir {
  const vapour = Math.min(1, (air.relativeHumidity * saturated(celsius)) / air.pressure)
  const kelvin = celsius + 273.15
  return {
    sound: 331.3 * Math.sqrt(kelvin / 273.15) * (1 + 0.16 * vapour),
    density: (air.pressure * (1 - 0.378 * vapour)) / (287.05 * kelvin),
  }
}
