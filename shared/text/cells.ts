/** Lines that a spreadsheet would run, and those that were kept from it: after a line break within a cell too. */
const RUNS = /(?<=^|[\r\n])(?='*[=+\-@\t\r])/g
const KEPT = /(?<=^|[\r\n])'(?='*[=+\-@\t\r])/g

/** A cell that no spreadsheet runs; numbers stay numbers. */
export const safeCell = <T>(value: T): T | string => (typeof value === 'string' ? value.replace(RUNS, "'") : value)

/** A cell as it was before it was made safe. */
export const plainCell = (text: string | undefined): string => (text ?? '').replace(KEPT, '')
