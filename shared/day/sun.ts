import { getPosition, getTimes } from 'suncalc'
import { LATEST, type Stretch, type SunWanted } from '../../core/day'
import { zoneMinutes } from '../units/zone'

/** An instant as min after the midnight with which a day begins at a place. */
export const minuteOf = (at: Date, date: string, zone: string): number =>
  (at.getTime() + zoneMinutes(zone, at) * 60_000 - Date.parse(`${date}T00:00:00Z`)) / 60_000

/**
 * When the sun stands where it is wanted on a day at a place, to the minute, by its geometric height: refraction lifts
 * it by up to half a degree at the horizon.
 *
 * @param latitude degrees, north positive
 * @param longitude degrees, east positive
 */
export function sunStretches(
  date: string,
  zone: string,
  place: { latitude: number; longitude: number },
  wanted: SunWanted,
): Stretch[] {
  const midnight = Date.parse(`${date}T00:00:00Z`)
  const begins = minuteOf(new Date(midnight), date, zone)
  const width = (wanted.to - wanted.from + 360) % 360 || 360
  const stands = (minute: number): boolean => {
    const at = new Date(midnight + (minute - begins) * 60_000)
    const { azimuth, altitude } = getPosition(at, place.latitude, place.longitude)
    return altitude >= wanted.above && (azimuth - wanted.from + 720) % 360 <= width
  }
  const found: Stretch[] = []
  let from: number | null = null
  for (let minute = 0; minute <= LATEST; minute++) {
    const now = stands(minute)
    if (now && from === null) from = minute
    if (from !== null && (!now || minute === LATEST)) {
      if (minute - 1 > from) found.push([from, now ? minute : minute - 1])
      from = null
    }
  }
  return found
}

/** Height of the sun under which an open shutter gathers nothing, in the package's unit. */
const TWILIGHT = -6

/**
 * When it is dark enough at a place for an open shutter without a blind: while the sun is under −6°, the end of civil
 * twilight. Where the sun never sinks so far there is no such time; where it never rises above, it is always.
 *
 * @param latitude degrees, north positive
 * @param longitude degrees, east positive
 */
export function darkStretches(date: string, zone: string, latitude: number, longitude: number): Stretch[] {
  const noon = new Date(`${date}T12:00:00Z`)
  const next = new Date(noon.getTime() + 86_400_000)
  const [today, tomorrow] = [getTimes(noon, latitude, longitude), getTimes(next, latitude, longitude)]
  const valid = (at: Date | null): at is Date => at instanceof Date && !Number.isNaN(at.getTime())
  if (!valid(today.dusk) || !valid(today.dawn)) {
    // A night that never ends, or a day that never does: the height at noon tells.
    return getPosition(today.solarNoon, latitude, longitude).altitude < TWILIGHT ? [[0, LATEST]] : []
  }
  const dawn = Math.round(minuteOf(today.dawn, date, zone))
  const dusk = Math.round(minuteOf(today.dusk, date, zone))
  const until = valid(tomorrow.dawn) ? Math.round(minuteOf(tomorrow.dawn, date, zone)) : LATEST
  return [...(dawn > 0 ? [[0, dawn] as const] : []), [dusk, Math.min(LATEST, until)] as const]
}
