export { localDay } from '~~/shared/units/day'
