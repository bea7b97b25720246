/** From an instant on, what a zone is ahead of UTC. */
export interface Shift {
  /** ms since 1970; −∞ for the first. */
  from: number
  minutes: number
}

/** Changes of clocks are looked for in these years: before and after them a zone stays as it then is. */
const YEARS = [2012, 2048] as const
const HOUR = 3_600_000

/** The zone this machine is in, as Europe/Lisbon. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone

/** Whether a time zone is known here by that name. */
export function isZone(name: unknown): name is string {
  if (typeof name !== 'string' || name === '') return false
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}

/** The place that a zone is called after, as Lisbon. */
export const placeOfZone = (zone: string): string => zone.split('/').at(-1)!.replaceAll('_', ' ')

const formats = new Map<string, Intl.DateTimeFormat>()
function formatOf(zone: string): Intl.DateTimeFormat {
  const known = formats.get(zone)
  if (known) return known
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  })
  formats.set(zone, made)
  return made
}

/** min that a zone is ahead of UTC at an instant. */
export function zoneMinutes(zone: string, at: Date): number {
  const parts = formatOf(zone).formatToParts(at)
  const part = (type: string): number => Number(parts.find(one => one.type === type)?.value)
  const local = Date.UTC(part('year'), part('month') - 1, part('day'), part('hour'), part('minute'))
  return Math.round(local / 60_000) - Math.floor(at.getTime() / 60_000)
}

const shifts = new Map<string, readonly Shift[]>()

/** What a zone is ahead of UTC and from when on, in order; the first from ever. */
export function zoneShifts(zone: string): readonly Shift[] {
  const known = shifts.get(zone)
  if (known) return known
  const found = foundShifts(zone)
  shifts.set(zone, found)
  return found
}

function foundShifts(zone: string): Shift[] {
  const at = (ms: number): number => zoneMinutes(zone, new Date(ms))
  let before = Date.UTC(YEARS[0], 0, 1)
  const found: Shift[] = [{ from: -Infinity, minutes: at(before) }]
  for (let month = 1; month <= (YEARS[1] - YEARS[0]) * 12; month++) {
    const after = Date.UTC(YEARS[0], month, 1)
    // Clocks that go out and back within a month, as for a month of fasting, are two changes.
    for (const end of [before + (after - before) / 2, after]) {
      if (at(end) !== found.at(-1)!.minutes) found.push(changeBetween(before, end, at))
      before = end
    }
  }
  return found
}

/** The change between two instants, to the minute. */
function changeBetween(from: number, to: number, at: (ms: number) => number): Shift {
  const was = at(from)
  let [low, high] = [from, to]
  while (high - low > 60_000) {
    const middle = Math.round((low + high) / 120_000) * 60_000
    if (at(middle) === was) low = middle
    else high = middle
  }
  return { from: high, minutes: at(to) }
}

/** min that a zone is ahead of UTC at an instant, by its shifts. */
function minutesAt(zone: string, ms: number): number {
  return zoneShifts(zone).findLast(({ from }) => from <= ms)!.minutes
}

/** What the clocks of a zone show at an instant, as ms since they showed 1970. */
export const localMs = (zone: string, at: Date): number => at.getTime() + minutesAt(zone, at.getTime()) * 60_000

/** The day of an instant by the clocks of a zone, yyyy-mm-dd. */
export const dayIn = (zone: string, at: Date): string => new Date(localMs(zone, at)).toISOString().slice(0, 10)

/** ms since 1970 at which a day begins by the clocks of a zone; where midnight is left out, with the hour after it. */
function dayBegins(zone: string, day: string): number {
  const midnight = Date.parse(`${day}T00:00:00.000Z`)
  const near = zoneShifts(zone).filter(
    ({ from }, i, all) => from <= midnight + 16 * HOUR && (all[i + 1]?.from ?? Infinity) > midnight - 16 * HOUR,
  )
  for (const { from, minutes } of near) {
    const begins = midnight - minutes * 60_000
    if (begins < from) return from
    if (minutesAt(zone, begins) === minutes) return begins
  }
  return midnight - near.at(-1)!.minutes * 60_000
}

/** Where a day begins and ends by the clocks of a zone: 23, 24 or 25 h. */
export function dayBoundsIn(zone: string, day: string): [from: Date, to: Date] {
  const next = new Date(Date.parse(`${day}T00:00:00.000Z`) + 24 * HOUR).toISOString().slice(0, 10)
  return [new Date(dayBegins(zone, day)), new Date(dayBegins(zone, next))]
}

/** Whether days of two zones begin at the same time throughout a year. */
export function sameDays(one: string, other: string, now = new Date()): boolean {
  if (one === other) return true
  const months = Array.from({ length: 12 }, (_, month) => new Date(now.getTime() + month * 30.4 * 24 * HOUR))
  return months.every(at => zoneMinutes(one, at) === zoneMinutes(other, at))
}
