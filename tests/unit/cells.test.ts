import fc from 'fast-check'
import Papa from 'papaparse'
import { plainCell, safeCell } from '~~/shared/text/cells'

test('a cell that a spreadsheet would run is kept from it, after a line break too, and numbers stay numbers', () => {
  for (const [text, safe] of [
    ['=1+1', "'=1+1"],
    ['+1', "'+1"],
    ['-3 stops', "'-3 stops"],
    ['@x', "'@x"],
    ['\tx', "'\tx"],
    ['plain', 'plain'],
    ['', ''],
    ['a=b', 'a=b'],
    ["it's", "it's"],
    ["'quoted'", "'quoted'"],
    ['fine\n=cmd', "fine\n'=cmd"],
    ['fine\r\n=cmd', "fine\r\n'=cmd"],
    ['a\n\nb\n@c', "a\n\nb\n'@c"],
    ["'=1", "''=1"],
  ]) {
    expect(safeCell(text)).toBe(safe)
    expect(plainCell(safe)).toBe(text)
  }
  expect(safeCell(-0.001)).toBe(-0.001)
  expect(safeCell(null)).toBeNull()
  expect(plainCell(undefined)).toBe('')
})

test('whatever a cell holds, no line of it begins a formula, and it comes back as it was', () => {
  const text = fc.string({
    unit: fc.constantFrom('=', '+', '-', '@', '\t', '\r', '\n', "'", 'a', '"', ','),
    maxLength: 12,
  })
  fc.assert(
    fc.property(text, cell => {
      const safe = safeCell(cell)
      for (const line of safe.split(/\r\n|\n|\r(?!\n)/)) expect(line).not.toMatch(/^[=+\-@\t]/)
      expect(plainCell(safe)).toBe(cell)
      const [row] = Papa.parse<string[]>(Papa.unparse([[safe, 'end']]), { delimiter: ',' }).data
      expect(plainCell(row![0])).toBe(cell)
    }),
    { numRuns: 2000 },
  )
})
