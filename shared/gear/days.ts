/** ms of a day; a day of takes begins at five in the morning, UTC: who shoots past midnight shoots on the same day. */
const DAY = 86_400_000
const BEGINS = 5 * 3_600_000

/** Day of an instant, counted from 1970. */
export const gearDay = (at: Date): number => Math.floor((at.getTime() - BEGINS) / DAY)

/** The date of such a day, yyyy-mm-dd. */
export const gearDate = (day: number): string => new Date(day * DAY).toISOString().slice(0, 10)

/** The day of a date, yyyy-mm-dd. */
export const gearDayOf = (date: string): number => Math.round(Date.parse(`${date}T00:00:00Z`) / DAY)
