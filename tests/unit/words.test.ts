import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { FIELDS } from '~~/core/setup/fields'
import { labelOf } from '~~/shared/texts/fields'
import { FINDING_TEXTS } from '~~/shared/texts/findings'
import { TEXTS } from '../support/figures'
import { sourceTexts, templateTexts } from '../support/texts'

/** Everything that somebody may read of the application. */
const { texts, shown } = sourceTexts(['app', 'core', 'shared', 'server', 'cli'])

/** Said at some time, and understood by nobody; each with what is said instead. */
const NOT_SAID: readonly [RegExp, string][] = [
  [/beyond count/i, 'too many to count'],
  [/\bthe thing\b/i, 'the object, or its name'],
  [/\bone touch\b/i, 'pick one'],
  [/\bthe ground\b(?! fault)/i, 'the background'],
  [/line of travel|along the travel|from the travel/i, 'the path'],
  [/\bnear face\b/i, 'entry face'],
  [/\bput(s|ting)? (it|this|that|them) right\b|\bput right\b/i, 'corrected'],
  [/\bstands alone\b/i, 'disagrees with the others'],
  [/\bsomebody else\b/i, 'someone else'],
  [/\bgo on all the same\b/i, 'continue anyway'],
  [/\blets? nobody in\b/i, 'refused'],
  [/\bits error\b/i, 'its uncertainty'],
  [/\btake it back\b|\btaken back\b/i, 'undo'],
  [/\ba plausible whole\b/i, 'a complete plan'],
  [/\bleaflet\b/i, 'data sheet'],
  [/\bsets itself\b/i, 'automatic'],
  [/\bwho knows the truth\b/i, 'knowing the true delay'],
  [/\bwant(s|ed)? the delay\b/i, 'needs the delay'],
  [/\bwould have to be\b/i, 'say what gives the result'],
  [/\ba ladder\b/i, 'stepping through delays'],
  [/\bkeener\b|\bless keen\b/i, 'more sensitive'],
  [/\bno such word\b/i, 'unknown command'],
  [/\bsays? otherwise\b|\bcalled otherwise\b/i, 'disagrees'],
]
/** Texts that are read by the line that is said, not by people: whatever somebody may say is in them. */
const HEARD = /shared\/say\/|core\/lab\/tools|server\/database\/(schema|cellSql|restore)/

test.each(NOT_SAID)('nobody in a studio says %s', phrase => {
  const said = texts.filter(({ file, text }) => !HEARD.test(file) && phrase.test(text))
  expect(said.map(({ file, text }) => `${file}: ${text}`)).toEqual([])
})

test('the texts that are looked through are those of the application', () => {
  // Were nothing found, nothing could be wrong.
  expect(texts.length).toBeGreaterThan(2500)
  const all = new Set(texts.map(({ text }) => text))
  for (const text of ['Use this speed in the set-up', 'Black frame: no flash in the set-up', 'Deleted by nobody'])
    expect([text, all.has(text)]).toEqual([text, text !== 'Deleted by nobody'])
})

test('two inputs of a set-up are never called the same', () => {
  const labels = Object.entries(FIELDS).map(([path, field]) => [labelOf(field), path] as const)
  // A note of each test is called a note: it stands under the name of the test.
  const twice = labels.filter(
    ([label, path], i) => labels.findIndex(([other]) => other === label) !== i && !/^tests\.\w+\.note$/.test(path),
  )
  expect(twice).toEqual([])
})

test('what a page shows of a figure goes through the one formatter', () => {
  const raw = shown.filter(({ text }) => /\.(toFixed|toPrecision|toLocaleString)\(/.test(text))
  expect(raw.map(({ file, text }) => `${file}: ${text}`)).toEqual([])
})

describe('what the core says', () => {
  const ID = /'((?:finding|result|check|method|next|lab|read|chain|cause|spread)\.[\w.-]+)'(?!:)/g
  const inCore = texts.filter(({ file }) => file.startsWith('core/'))
  const used = new Set(
    readdirSync('core', { recursive: true, encoding: 'utf8' })
      .filter(name => name.endsWith('.ts'))
      .flatMap(name => [...readFileSync(join('core', name), 'utf8').matchAll(ID)].map(([, id]) => id!)),
  )
  const named = Object.keys(TEXTS)

  test('no id is without words, and no words are without somebody who says them', () => {
    expect(named.length).toBeGreaterThan(350)
    expect([...used].filter(id => !(id in TEXTS))).toEqual([])
    expect(named.filter(id => !used.has(id))).toEqual([])
  })

  test('findings are full sentences, titles and buttons are none', () => {
    const sentences = Object.values(FINDING_TEXTS).filter(text => / /.test(text) && /[.!?]$/.test(text))
    expect(sentences.length).toBeGreaterThan(50)
    for (const text of sentences) expect(text).toMatch(/^[A-Z{]/)
    for (const text of Object.values(FINDING_TEXTS)) expect(text).not.toMatch(/ {2}|\s$|^\s|\$/)
  })

  test('the core holds ids and figures, no sentences', () => {
    /** Written into a set-up or an item of kit, where somebody may put it in other words: data, as what is typed. */
    const DATA = new RegExp(
      '^core/(recipes/|setup/sensorLines|light/newCard|defaults/(bodies|complete)|kit/(start|remembered)|' +
        'practice/lightExercises|plan/findings/flag)',
    )
    /** What simulated devices say on their line, and what who calls a function hears of a wrong argument. */
    const SPOKEN = new RegExp(
      '^core/(practice/device|physics/|run/search/|kit/leaflet|lab/trace/columns|lab/frame/decode|course/draw)',
    )
    const held = inCore.filter(
      ({ file, text }) => !DATA.test(file) && !SPOKEN.test(file) && /\p{L}{2,} \p{L}/u.test(text),
    )
    expect(held.map(({ file, text }) => `${file}: ${text}`)).toEqual([])
  })
})

describe('what the pages say', () => {
  const SENTENCE = /\p{L}{2,}[,.;:]? \p{L}/u
  const folder = 'shared/texts/pages'
  const rooms = readdirSync(folder).map(name => [name, readFileSync(join(folder, name), 'utf8')] as const)

  test('pages, services and commands hold ids and figures, no sentences', () => {
    /** Classes of looks, queries, types of files, lines of the wire: nobody reads them as text. */
    const CODE = new RegExp(
      [
        'rounded-|shadow-|leading-|font-|cursor-|hover:|w-auto|max-w-|min-w-|^input:|^button, a|sans-serif|no-print',
        'html, body|^SET |^SHUTTER|max-age|charset|attachment;|\\bselect\\b|\\bexists \\(|insert into|json_|<|^# ',
        'lock in share|delete p from|and m\\.|img-src|prefers-reduced|^epiro watch$|^firing \\{|PICTURE|ERROR',
        '^takes: |^recorded',
      ].join('|'),
    )
    /** The database's own errors on the console, the sign-in page of the server's own, the help of commands. */
    const OWN = new RegExp(
      '^server/(database|pages|plugins|routes)|^cli/help|^app/app\\.config|' +
        '^server/(services/(logFilter|measures|frameFile)|utils/database)',
    )
    const held = texts.filter(
      ({ file, text }) =>
        /^(app|server|cli)\//.test(file) && !OWN.test(file) && !CODE.test(text) && SENTENCE.test(text),
    )
    expect(held.map(({ file, text }) => `${file}: ${text}`)).toEqual([])
  })

  test('templates hold no text of their own', () => {
    const bare = templateTexts('app').filter(({ text }) => /\p{L}{2,}/u.test(text))
    expect(bare.map(({ file, text }) => `${file}: ${text}`)).toEqual([])
  })

  test('every text of a page has somebody who says it', () => {
    const said = new Set(
      ['app', 'server', 'cli'].flatMap(from =>
        readdirSync(from, { recursive: true, encoding: 'utf8' })
          .filter(name => /\.(ts|vue)$/.test(name))
          .flatMap(name =>
            [...readFileSync(join(from, name), 'utf8').matchAll(/'([a-z]\w*\.\w+)'/g)].map(([, id]) => id!),
          ),
      ),
    )
    const named = [...rooms.map(([, text]) => text), readFileSync('shared/texts/server.ts', 'utf8')].flatMap(text =>
      [...text.matchAll(/^ {2}'([\w.]+)':/gm)].map(([, id]) => id!),
    )
    expect(named.length).toBeGreaterThan(1500)
    expect(named.filter(id => !said.has(id) && !id.startsWith('section.'))).toEqual([])
  })
})
