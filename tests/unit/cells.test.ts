import fc from 'fast-check'
import Papa from 'papaparse'
import { plainCell, quotedCell, safeCell } from '~~/shared/text/cells'

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
    ['a;=1', "a;'=1"],
    ['a|@x', "a|'@x"],
    ['a, =1', "a, '=1"],
    [';"=1"', `;"'=1"`],
    ['\uff1d1', "'\uff1d1"],
  ]) {
    expect(safeCell(text)).toBe(safe)
    expect(plainCell(safe)).toBe(text)
  }
  expect(safeCell(-0.001)).toBe(-0.001)
  expect(safeCell(null)).toBeNull()
  expect(plainCell(undefined)).toBe('')
})

test('whatever a cell holds, no program of any separator takes a part of it for a formula, and it comes back', () => {
  const text = fc.string({
    unit: fc.constantFrom('=', '+', '-', '@', '\t', '\r', '\n', "'", 'a', '"', ',', ';', '|', ' '),
    maxLength: 12,
  })
  fc.assert(
    fc.property(text, cell => {
      const safe = safeCell(cell)
      for (const line of safe.split(/\r\n|\n|\r(?!\n)/)) expect(line).not.toMatch(/^[=+\-@\t]/)
      expect(plainCell(safe)).toBe(cell)
      const file = Papa.unparse([[1.5, safe, 'end']], { quotes: quotedCell })
      const [row] = Papa.parse<string[]>(file, { delimiter: ',' }).data
      expect(plainCell(row![1])).toBe(cell)
      // Opened as if another separator held its cells apart.
      for (const part of file.split(/[;|\t\r\n]/)) expect(part.replace(/^[" ]+/, '')).not.toMatch(/^[=+\-@\t]/)
    }),
    { numRuns: 2000 },
  )
})
