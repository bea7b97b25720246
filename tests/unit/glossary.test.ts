import { readFileSync, writeFileSync } from 'node:fs'
import { GLOSSARY } from '~~/shared/texts/glossary'

const FILE = 'docs/glossary.md'

/** Text wrapped as the docs are. */
function wrapped(text: string, width = 120): string {
  const lines: string[] = ['']
  for (const word of text.split(' ')) {
    if (`${lines.at(-1)} ${word}`.length > width) lines.push(word)
    else lines[lines.length - 1] = `${lines.at(-1)} ${word}`.trim()
  }
  return lines.join('\n')
}

test('the glossary in the docs is the one of the page', () => {
  const text = [
    '# Glossary',
    wrapped(
      'The terms of the trade and those of Epiro: what each is, and where it is used or how one finds one’s own ' +
        'figure. The same list stands in the application under `?`.',
    ),
    ...GLOSSARY.map(({ term, also, is, here }) =>
      wrapped(`**${term}**${also === undefined ? '' : ` (${also})`}: ${is} _${here}_`),
    ),
  ].join('\n\n')
  if (process.env.EPIRO_GOLDEN) writeFileSync(FILE, `${text}\n`)
  expect(readFileSync(FILE, 'utf8')).toBe(`${text}\n`)
})

test('some eighty terms, in order, each told in full sentences', () => {
  expect(GLOSSARY.length).toBeGreaterThanOrEqual(78)
  const terms = GLOSSARY.map(({ term }) => term.toLowerCase())
  expect(new Set(terms).size).toBe(terms.length)
  for (const { term, is, here } of GLOSSARY) {
    expect([term, /[.”]$/.test(is)]).toEqual([term, true])
    expect([term, here.length > 15]).toEqual([term, true])
  }
})
