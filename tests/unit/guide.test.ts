import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'

/** Every text that stands on a screen: what the application's own files hold. */
function screens(): string {
  const files: string[] = []
  const walk = (folder: string): void => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const path = join(folder, entry.name)
      if (entry.isDirectory()) walk(path)
      else if (/\.(vue|ts|js)$/.test(entry.name)) files.push(path)
    }
  }
  for (const folder of ['app', 'shared', 'core', 'server/pages']) walk(folder)
  return files.map(file => readFileSync(file, 'utf8')).join('\n')
}

const FOLDER = 'docs/guide'
const pages = readdirSync(FOLDER).filter(name => name.endsWith('.md') && name !== 'README.md')
const told = screens()
const textOf = (name: string): string => readFileSync(join(FOLDER, name), 'utf8')
/** Words in italics, on however many lines. */
const labelsOf = (text: string): string[] =>
  [...text.replace(/!\[[^\]]*\]\([^)]*\)/g, '').matchAll(/(?<!\w)_([^_]+)_(?!\w)/g)].map(match =>
    match[1]!.replace(/\s+/g, ' '),
  )

test('there are ten pages, each listed once', () => {
  expect(pages).toHaveLength(10)
  const listed = [...textOf('README.md').matchAll(/\]\(([\w-]+\.md)\)/g)].map(match => match[1]!)
  expect([...listed].sort()).toEqual([...pages].sort())
})

describe.each(pages)('%s', name => {
  const text = textOf(name)
  test('says what stands on the screen as it stands there', () => {
    const labels = labelsOf(text)
    expect(labels.length).toBeGreaterThan(1)
    expect(labels.filter(label => !told.toLowerCase().includes(label.toLowerCase()))).toEqual([])
  })
  test('is short, and its pictures are there', () => {
    expect(text.split('\n').length).toBeLessThan(45)
    for (const [, picture] of text.matchAll(/!\[[^\]]*\]\(([^)]+)\)/g))
      expect(existsSync(join(dirname(join(FOLDER, name)), picture!))).toBe(true)
  })
  test('is walked by a test that is there', () => {
    const [, file, title] = /Walked by `([^`]+)`: "([^"]+)"\./.exec(text.replace(/\n/g, ' '))!
    expect(readFileSync(file!, 'utf8')).toContain(title!.slice(0, 60))
  })
})
