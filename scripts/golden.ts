// Writes down what is said of the set-ups in tests/golden/findings.json, with figures and predicted frames of some, and
// what is read of known pictures and recordings: `npm run golden`, to be read as a difference before it is committed.
// `npm run golden -- draw` draws the set-ups anew as well.
import { readFileSync, writeFileSync } from 'node:fs'
import {
  type Change,
  FIELDS,
  FLASH_FIELDS,
  type Field,
  RECIPE,
  RECIPES,
  type Setup,
  momentOf,
  newCard,
  newSetup,
  plan,
} from '../core'
import { type Random, seededRandom } from '../core/math/random'
import { valueAt } from '../core/setup/paths'
import { type Golden, type Told, setupOf, toldOf } from '../tests/support/golden'
import { type GoldenFigures, figuresOf } from '../tests/support/goldenFigures'
import { type GoldenFrame, frameOf } from '../tests/support/goldenFrames'
import { KEPT_SEEDS, KEPT_TAKES, takeRead, toolRead } from '../tests/support/goldenReadings'
import { setupsAsTold } from '../tests/support/goldenSetups'
import { LAB_TOOLS } from '../core/lab'

const FILE = 'tests/golden/findings.json'
const FIGURES_FILE = 'tests/golden/figures.json'
const FRAMES_FILE = 'tests/golden/frames.json'
const READINGS_FILE = 'tests/golden/readings.json'
const SETUPS_FILE = 'tests/golden/setups.json'
/** Every so many of the set-ups that are drawn have their figures and frames kept, besides each recipe’s own. */
const FIGURES_OF_EACH = 8
const FRAMES_OF_EACH = 5
/** Set-ups that are drawn, and how many of them at least show one thing. */
const DRAWN = 4000
const EACH = 2

/** Another value of a field, mostly within a few times what it is. */
function another(field: Field, now: unknown, random: Random): string | number | boolean | null {
  if (field.type === 'flag') return !now
  if (field.type === 'choice') return field.options[Math.floor(random.uniform() * field.options.length)]!
  if (field.type === 'text') return String(now)
  if (typeof now !== 'number' || now === 0)
    return Number((field.min + (field.max - field.min) * random.uniform() ** 4).toPrecision(4))
  const spread = random.uniform() < 0.2 ? 3 : 1
  const value = Math.min(field.max, Math.max(field.min, now * Math.exp(spread * random.normal())))
  return field.integer ? Math.round(value) : Number(value.toPrecision(4))
}

/** Fields of a set-up that are changed: some, and of lights and pops as well. */
function someChanges(setup: Setup, random: Random): Change[] {
  const changes: Change[] = []
  const change = (path: string, field: Field): void => {
    changes.push({ path, value: another(field, valueAt(setup, path), random) })
  }
  for (const [path, field] of Object.entries(FIELDS))
    if (field.type !== 'text' && !path.startsWith('tests.') && random.uniform() < 0.05) change(path, field)
  setup.flashes.forEach((_, i) => {
    for (const [key, field] of Object.entries(FLASH_FIELDS))
      if (field.type !== 'text' && random.uniform() < 0.08) change(`flashes[${i}].${key}`, field)
  })
  // A white ground with a light on it comes too seldom by chance.
  if (random.uniform() < 0.06)
    changes.push(
      { path: 'scene.ground.reflectance', value: 0.85 },
      { path: `flashes[${setup.flashes.length - 1}].role`, value: 'ground' },
    )
  // So do cards and flags.
  if (random.uniform() < 0.1) {
    const card = newCard(plan(setup), random.uniform() < 0.5 ? 'white' : 'black')
    const beside = { ...card, along: Number((card.along * random.normal()).toFixed(3)) }
    for (const [key, value] of Object.entries(beside)) changes.push({ path: `scene.cards[0].${key}`, value })
  }
  setup.sequence.groups.forEach((group, i) => {
    if (random.uniform() < 0.4)
      changes.push({
        path: `sequence.groups[${i}].interval`,
        value: Number((group.interval * Math.exp(2 * random.normal())).toPrecision(3)),
      })
  })
  return changes
}

/** What a set-up shows: each finding and each fix of one. */
const shownBy = (findings: readonly Told[]): string[] =>
  findings.flatMap(({ id, severity, title, fixes, outOfReach }) => [
    `${id} ${severity} ${title.replace(/\{.*?\}/g, '')}`,
    ...(fixes.length === 0 ? [`${id} without, ${outOfReach ?? 'and no more'}`] : []),
    ...fixes.map(fix => `${id}: ${fix.label.replace(/[A-Z]\w+( \d)?(?= )/g, 'X')}`),
  ])

/** Set-ups by which every finding and fix that turned up is shown a few times. */
function drawn(): Golden[] {
  const seen = new Map<string, number>()
  const kept = new Map<number, Golden>()
  for (let times = 1; times <= EACH; times++)
    for (let seed = 1; seed <= DRAWN; seed++) {
      if (kept.has(seed)) continue
      const recipe = RECIPES[seed % RECIPES.length]!
      const changes = someChanges(newSetup(recipe), seededRandom(seed))
      const findings = toldOf(setupOf({ recipe, changes }))
      const shown = shownBy(findings)
      if (!shown.some(text => (seen.get(text) ?? 0) < times)) continue
      for (const text of shown) seen.set(text, (seen.get(text) ?? 0) + 1)
      kept.set(seed, { recipe, changes, findings })
    }
  console.log(`${kept.size} set-ups show ${seen.size} findings and fixes`)
  return [...kept.values()]
}

const golden = process.argv[2] === 'draw' ? drawn() : (JSON.parse(readFileSync(FILE, 'utf8')) as Golden[])
const written = golden.map(one => ({ ...one, findings: toldOf(setupOf(one)) }))
const sevenDigits = (_: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toPrecision(7)) : value
/** What is kept by name, a line each. */
const named = (all: readonly (readonly [of: string, what: unknown])[], before = ''): string =>
  all.map(([of, what]) => `${before}${JSON.stringify(of)}: ${JSON.stringify(what, sevenDigits)}`).join(',\n')
const line = ({ findings, ...one }: Golden): string => {
  const head = JSON.stringify(one).slice(0, -1)
  const rest = findings.map(told => `  ${JSON.stringify(told, sevenDigits)}`).join(',\n')
  return `${head},"findings":[${rest && `\n${rest}`}]}`
}
writeFileSync(FILE, `[${written.map(line).join(',\n')}]\n`)

const some = (each: number): Omit<GoldenFigures, 'figures'>[] => [
  ...RECIPES.map(recipe => ({ recipe, changes: [] })),
  ...golden.filter((_, i) => i % each === 0).map(({ recipe, changes }) => ({ recipe, changes })),
]
const figures = some(FIGURES_OF_EACH).map(one => {
  const parts = named(Object.entries(figuresOf(one)), '  ')
  return `${JSON.stringify(one).slice(0, -1)},"figures":{\n${parts}}}`
})
writeFileSync(FIGURES_FILE, `[${figures.join(',\n')}]\n`)

/** Each recipe’s moments, halfway to its light, and with a card in its place or nothing. */
const ownFrames = RECIPES.flatMap((recipe): Omit<GoldenFrame, 'light' | 'shown'>[] => {
  const setup = newSetup(recipe)
  const { timing, sequence } = plan(setup)
  const pops = sequence?.exposures ?? []
  const midway = (timing.captured ?? 0) + (pops[Math.floor(pops.length / 2)]?.time ?? -(timing.captured ?? 0) / 2)
  const options = [{ instant: Number(midway.toPrecision(5)) }, { standIn: 0 }, { bare: true, only: [0] }]
  return [
    ...RECIPE[recipe].moments.map(moment => ({ recipe, changes: momentOf(setup, moment), options: {} })),
    ...options.map(one => ({ recipe, changes: [], options: one })),
  ]
})
const frames = [...some(FRAMES_OF_EACH).map(one => ({ ...one, options: {} })), ...ownFrames]
  .map(one => ({ ...one, ...frameOf(one) }))
  .filter(({ light }) => light.flat().some(level => level > 0))
  .map(frame => JSON.stringify(frame, sevenDigits))
writeFileSync(FRAMES_FILE, `[${frames.join(',\n')}]\n`)

writeFileSync(SETUPS_FILE, `{\n${named(Object.entries(setupsAsTold()))}\n}\n`)

const readings: (readonly [of: string, read: unknown])[] = [
  ...LAB_TOOLS.flatMap(({ id }) => KEPT_SEEDS.map(seed => [`${id} ${seed}`, toolRead(id, seed)] as const)),
  ...KEPT_TAKES.map(([exercise, off]) => [`${exercise} ${off}`, takeRead(exercise, off)] as const),
]
writeFileSync(READINGS_FILE, `{\n${named(readings)}\n}\n`)
