export { daysAreUtc, localDay } from '~~/shared/units/day'
