import {
  FIELDS,
  FLASH_FIELDS,
  type Field,
  type FlashSetup,
  PLACINGS,
  type PopGroup,
  RECIPES,
  type Setup,
  newSetup,
  popGroup,
} from '../../core'
import { type Random, seededRandom } from '../../core/math/random'
import { withChange } from '../../core/setup/paths'

/** A number within a field's limits, even in the logarithm where they span decades: small and large alike turn up. */
function randomNumber(field: Field & { type: 'number' }, random: Random): number | null {
  if (field.nullable && random.uniform() < 0.3) return null
  const { min, max } = field
  if (random.uniform() < 0.05) return random.uniform() < 0.5 ? min : max
  let value = min + random.uniform() * (max - min)
  if (max > 100 * Math.max(min, 1e-12) && min >= 0) {
    const low = Math.log(Math.max(min, max * 1e-9))
    value = Math.exp(low + random.uniform() * (Math.log(max) - low))
  }
  return field.integer ? Math.min(max, Math.max(min, Math.round(value))) : Math.min(max, Math.max(min, value))
}

function randomValue(field: Field, random: Random): string | number | boolean | null {
  switch (field.type) {
    case 'number':
      return randomNumber(field, random)
    case 'choice':
      return field.options[Math.floor(random.uniform() * field.options.length)]!
    case 'flag':
      return random.uniform() < 0.5
    case 'text':
      return 'Random'
  }
}

function randomFlash(random: Random): FlashSetup {
  const flash = Object.fromEntries(
    Object.entries(FLASH_FIELDS).map(([key, field]) => [key, randomValue(field, random)]),
  ) as unknown as FlashSetup
  const rows = 1 + Math.floor(random.uniform() * 9)
  flash.table = Array.from({ length: rows }, (_, i) => {
    const t05 = Math.exp(Math.log(1e-7) + random.uniform() * Math.log(1e6))
    return { power: 2 ** -i, t05, t01: Math.min(1, t05 * (1 + 4 * random.uniform())) }
  })
  flash.repeat = Array.from({ length: Math.floor(random.uniform() * 4) }, (_, i) => ({
    power: 2 ** -i,
    rate: 1 + 99 * random.uniform(),
    pops: 1 + Math.floor(random.uniform() * 50),
  }))
  return flash
}

/** Groups of pops of any kind, some of them without a light. */
function randomGroups(random: Random, lights: number): PopGroup[] {
  const whole = (most: number): number => Math.floor(random.uniform() * most)
  return Array.from({ length: whole(4) }, (_, i) =>
    popGroup({
      name: `Group ${i}`,
      lights: Array.from({ length: lights }, (__, l) => l).filter(() => random.uniform() < 0.6),
      placing: PLACINGS[whole(3)]!,
      count: 1 + whole(30),
      interval: random.uniform() ** 3,
      start: random.uniform(),
      joinsLast: random.uniform() < 0.3,
      from: random.uniform(),
      to: random.uniform(),
      times: Array.from({ length: whole(6) }, () => random.uniform()),
    }),
  )
}

/** A set-up that the schema accepts: all of its fields drawn (`wild`), or some of a recipe's changed. */
export function randomSetup(seed: number, wild = seed % 2 === 0): Setup {
  const random = seededRandom(seed)
  let setup = newSetup(RECIPES[Math.floor(random.uniform() * RECIPES.length)]!)
  for (const [path, field] of Object.entries(FIELDS)) {
    if (wild || random.uniform() < 0.12) setup = withChange(setup, { path, value: randomValue(field, random) })
  }
  if (wild || random.uniform() < 0.2)
    setup = { ...setup, flashes: Array.from({ length: Math.floor(random.uniform() * 4) }, () => randomFlash(random)) }
  if (wild || random.uniform() < 0.3) {
    const track = Array.from({ length: Math.floor(random.uniform() * 5) }, (_, i) => ({
      time: i * 0.2,
      position: random.uniform() * 2,
    }))
    setup = { ...setup, sequence: { ...setup.sequence, groups: randomGroups(random, setup.flashes.length), track } }
  }
  return setup
}

/** Paths of every NaN or infinity in a value. */
export function notFinite(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [path]
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, child]) => notFinite(child, `${path}.${key}`))
}
