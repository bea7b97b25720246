import { type Shift, zoneShifts } from '../../shared/units/zone'

/** Of a studio whose zone nobody has set yet, as between an upgrade and the end of its start. */
export const UNSET_ZONE = 'UTC'

const stamp = (ms: number): string => `'${new Date(ms).toISOString().slice(0, 19).replace('T', ' ')}'`

/** min that a zone is ahead of UTC when a take was fired; by halves, as there are some hundred changes of clocks. */
function minutesSql(shifts: readonly Shift[]): string {
  if (shifts.length === 1) return String(shifts[0]!.minutes)
  const half = Math.floor(shifts.length / 2)
  const [before, after] = [minutesSql(shifts.slice(0, half)), minutesSql(shifts.slice(half))]
  return `if(fired_at < ${stamp(shifts[half]!.from)}, ${before}, ${after})`
}

/** The day of a take by the clocks of a zone, as `dayIn` has it. */
export const daySql = (zone: string): string =>
  `date_format(fired_at + interval ${minutesSql(zoneShifts(zone))} minute, '%Y-%m-%d')`
