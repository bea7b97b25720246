const RAD = Math.PI / 180

/**
 * Geometric height of the sun, degrees, by the low-precision formulae of the Astronomical Almanac (good to 0.01° from
 * 1950 to 2050): a second account beside the package's.
 *
 * @param latitude degrees, north positive
 * @param longitude degrees, east positive
 */
export function solarHeight(at: Date, latitude: number, longitude: number): number {
  const days = at.getTime() / 86_400_000 - 10_957.5
  const mean = 280.46 + 0.9856474 * days
  const anomaly = (357.528 + 0.9856003 * days) * RAD
  const ecliptic = (mean + 1.915 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly)) * RAD
  const tilt = (23.439 - 0.0000004 * days) * RAD
  const ascension = Math.atan2(Math.cos(tilt) * Math.sin(ecliptic), Math.cos(ecliptic))
  const declination = Math.asin(Math.sin(tilt) * Math.sin(ecliptic))
  const sidereal = (280.46061837 + 360.98564736629 * days + longitude) * RAD
  const hour = sidereal - ascension
  const sine =
    Math.sin(latitude * RAD) * Math.sin(declination) + Math.cos(latitude * RAD) * Math.cos(declination) * Math.cos(hour)
  return Math.asin(sine) / RAD
}
