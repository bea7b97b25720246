import { localDay } from '../units/day'
import { localMs, zoneMinutes } from '../units/zone'

/** ms of a day; a day of takes begins at five in the morning: who shoots past midnight shoots on the same day. */
const DAY = 86_400_000
const BEGINS = 5 * 3_600_000

/** @param shown what clocks show, as ms since they showed 1970 */
const dayOf = (shown: number): number => Math.floor((shown - BEGINS) / DAY)

/** Day of an instant by the clocks of a zone, counted from 1970. */
export const gearDay = (zone: string, at: Date): number => dayOf(localMs(zone, at))

/** The date of such a day, yyyy-mm-dd. */
export const gearDate = (day: number): string => new Date(day * DAY).toISOString().slice(0, 10)

/** The day of a date, yyyy-mm-dd. */
export const gearDayOf = (date: string): number => Math.round(Date.parse(`${date}T00:00:00Z`) / DAY)

/**
 * The day it is for what gear has shown. What is noted goes by the date it is where somebody sits, which from midnight
 * to five is a day ahead of the takes': the later of the two, so that what was read a moment ago counts.
 *
 * @param zone by whose clocks the studio's days go
 */
export const gearToday = (zone: string, now = new Date()): number =>
  Math.max(dayOf(now.getTime() + zoneMinutes(zone, now) * 60_000), gearDayOf(localDay(now)))
