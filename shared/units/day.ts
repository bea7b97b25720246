/** The day it is here, yyyy-mm-dd: at night, when people shoot, another one than in Greenwich. */
export function localDay(now = new Date()): string {
  const two = (value: number): string => String(value).padStart(2, '0')
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}

/** Whether days here are those in Greenwich, all year: by these the log is counted. */
export const daysAreUtc = (now = new Date()): boolean =>
  [0, 6].every(month => new Date(now.getFullYear(), month, 1).getTimezoneOffset() === 0)
