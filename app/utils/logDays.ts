import { logWords } from '~~/shared/texts/pages/log'
import { ownZone, placeOfZone, sameDays } from '~~/shared/units/zone'

/** How days of the log are called: where they begin at another hour than here, it is said by whose clocks they go. */
export function logDays(zone: string, here = ownZone()): { from: string; to: string; byDay: string } {
  if (sameDays(zone, here))
    return { from: logWords('days.from'), to: logWords('days.to'), byDay: logWords('days.filledKeepers') }
  const place = placeOfZone(zone)
  return {
    from: logWords('days.fromPlace', { place }),
    to: logWords('days.toPlace', { place }),
    byDay: logWords('days.placeFilledKeepers', { place }),
  }
}
