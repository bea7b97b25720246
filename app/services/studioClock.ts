/** ms that a device's clock may be off before it goes by the server's: less is the network's own. */
const AGREES = 500
/** ms by which the server's time jumped where this device's own clock was set anew. */
const SET_ANEW = 2000

/** Server's time less this device's, ms; each telling is late by its way here, so that the largest is the truest. */
let offset: number | null = null

/** The server told its time, ISO 8601. */
export function heardTime(told: string, here = Date.now()): void {
  const now = Date.parse(told) - here
  offset = offset === null || now > offset || offset - now > SET_ANEW ? now : offset
}

/**
 * The studio's time, ms since 1970: every device of a run goes by the server's clock, for one that is an hour off would
 * tell an open shutter of an hour, and put no picture to its take.
 */
export const studioNow = (here = Date.now()): number =>
  here + (offset !== null && Math.abs(offset) > AGREES ? offset : 0)

/** The same as ISO 8601. */
export const studioInstant = (): string => new Date(studioNow()).toISOString()

/** Forgets the server’s time, so that this device’s own clock counts until it is heard again. */
export function forgetTime(): void {
  offset = null
}
