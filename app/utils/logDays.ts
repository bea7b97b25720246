import { logWords } from '~~/shared/texts/pages/log'
import { daysAreUtc } from '~~/shared/units/day'

/** How days of the log are called: they are counted in UTC, and where they begin at another hour here, it is said. */
export const logDays = (): { from: string; to: string; byDay: string } =>
  daysAreUtc()
    ? { from: logWords('days.from'), to: logWords('days.to'), byDay: logWords('days.filledKeepers') }
    : { from: logWords('days.fromUtc'), to: logWords('days.toUtc'), byDay: logWords('days.utcFilledKeepers') }
