/**
 * Where a cell may begin for a spreadsheet, whatever separator it takes the file to have: at the start, after a line
 * break within a cell, after any separator in a text; quotation marks and spaces before it change nothing.
 */
const BEGINS = '(?<=(?:^|[\\r\\n;,|\\t])[" ]*)'
/** What begins a formula, in wide characters too. */
const FORMULA = "(?='*[=+\\-@\\t\\r\uff1d\uff0b\uff0d\uff20])"
/** Lines that a spreadsheet would run, and those that were kept from it. */
const RUNS = new RegExp(`${BEGINS}${FORMULA}`, 'g')
const KEPT = new RegExp(`${BEGINS}'${FORMULA}`, 'g')

/** A cell that no spreadsheet runs; numbers stay numbers. */
export const safeCell = <T>(value: T): T | string => (typeof value === 'string' ? value.replace(RUNS, "'") : value)

/** A cell as it was before it was made safe. */
export const plainCell = (text: string | undefined): string => (text ?? '').replace(KEPT, '')

/** Which cells of a file are quoted: all texts, so that none is cut where another separator is expected. */
export const quotedCell = (value: unknown): boolean => typeof value === 'string'
