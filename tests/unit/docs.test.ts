import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

const files = execFileSync('git', ['ls-files', '*.md'], { encoding: 'utf8' }).trim().split('\n')

/** Lines of prose: no row of a table, nothing within a fence. */
function prose(text: string): [number: number, line: string][] {
  let fenced = false
  return text.split('\n').flatMap((line, i): [number, string][] => {
    if (line.trimStart().startsWith('```')) fenced = !fenced
    return fenced || line.startsWith('|') || line.startsWith('![') ? [] : [[i + 1, line]]
  })
}

test.each(files)('%s wraps, and what it links to is there', file => {
  const text = readFileSync(file, 'utf8')
  expect(prose(text).filter(([, line]) => line.length > 120)).toEqual([])
  const links = [...text.matchAll(/\]\((?!https?:|#|mailto:)([^)#\s]+)/g)].map(match => match[1]!)
  expect(links.filter(link => !existsSync(join(dirname(file), link)))).toEqual([])
})

test('docs are found', () => expect(files).toContain('docs/architecture.md'))
