import { localDay } from '../units/day'

/** ms of a day; a day of takes begins at five in the morning, UTC: who shoots past midnight shoots on the same day. */
const DAY = 86_400_000
const BEGINS = 5 * 3_600_000

/** Day of an instant, counted from 1970. */
export const gearDay = (at: Date): number => Math.floor((at.getTime() - BEGINS) / DAY)

/** The date of such a day, yyyy-mm-dd. */
export const gearDate = (day: number): string => new Date(day * DAY).toISOString().slice(0, 10)

/** The day of a date, yyyy-mm-dd. */
export const gearDayOf = (date: string): number => Math.round(Date.parse(`${date}T00:00:00Z`) / DAY)

/**
 * The day it is for what gear has shown. What is noted goes by the date it is where somebody sits, which may be a day
 * ahead of the takes': the later of the two, so that what was read a moment ago counts.
 */
export const gearToday = (now = new Date()): number => Math.max(gearDay(now), gearDayOf(localDay(now)))
