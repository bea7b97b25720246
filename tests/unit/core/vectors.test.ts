import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import * as core from '~~/core'

const folder = join(process.cwd(), 'tests/vectors')
type Case = { in: Record<string, unknown>; out: unknown }

function expectClose(actual: unknown, expected: unknown, path: string): void {
  if (typeof expected === 'number') {
    expect(typeof actual).toBe('number')
    const error = Math.abs((actual as number) - expected)
    // Relative 1e-6; a figure that is a difference of near equals is held to 1e-12 absolute.
    if (!(error <= Math.max(1e-6 * Math.abs(expected), 1e-12)))
      throw new Error(`${path}: ${String(actual)} is not ${expected}`)
  } else if (Array.isArray(expected)) {
    expect(actual).toHaveLength(expected.length)
    expected.forEach((value, i) => expectClose((actual as unknown[])[i], value, `${path}[${i}]`))
  } else if (expected !== null && typeof expected === 'object') {
    expect(Object.keys(actual as object).sort()).toEqual(Object.keys(expected).sort())
    for (const [key, value] of Object.entries(expected))
      expectClose((actual as Record<string, unknown>)[key], value, `${path}.${key}`)
  } else expect(actual).toBe(expected)
}

for (const file of readdirSync(folder)) {
  const name = file.replace('.json', '')
  const vectors = JSON.parse(readFileSync(join(folder, file), 'utf8')) as Record<string, Case[]>
  describe(name, () => {
    for (const [fn, cases] of Object.entries(vectors)) {
      test.each(cases.map((c, i) => [i, c] as const))(`${fn} %i`, (_, c) => {
        const module = (core as unknown as Record<string, Record<string, (input: unknown) => unknown>>)[name]
        expectClose(module?.[fn]?.(c.in), c.out, fn)
      })
    }
  })
}
