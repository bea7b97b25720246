import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import {
  type Plan,
  type Recipe,
  type Setup,
  flashFromKit,
  kitChanges,
  marked,
  markedByKit,
  newSetup,
  plan,
  settingsOf,
  withChanges,
  withModifier,
} from '../../core'
import type { Database } from '../../server/database/client'
import { marks } from '../../server/database/schema'
import { frameFile } from '../../server/services/frameFile'
import { createKit } from '../../server/services/kit'
import { addPicture } from '../../server/services/pictures'
import { createSetup } from '../../server/services/setups'
import { createShoot } from '../../server/services/shoots'
import { createStudio } from '../../server/services/studios'
import { logTake } from '../../server/services/takes'
import type { TakeInput } from '../../shared/takes/input'
import { DEMO_KIT, type DemoKitKey } from './kit'
import { loadSeason } from './season'
import { fallingKeys, pannedTop } from './sequences'

const DAY = '2026-11-24'

type Ids = Record<DemoKitKey, string>

/**
 * What each set-up was rigged with; the rest of its figures is the recipe's own, as are all of a recipe that is left
 * out.
 */
const RIGGED: Partial<Record<Recipe, { kit: DemoKitKey[]; modifiers?: Record<number, DemoKitKey> }>> = {
  projectile: { kit: ['body', 'macro', 'beam', 'controller', 'cable', 'battery', 'crackers'] },
  pour: { kit: ['body', 'macro', 'controller', 'cable', 'battery', 'cream'], modifiers: { 1: 'scrim' } },
  throw: { kit: ['body', 'macro', 'controller', 'cable', 'battery'] },
  drop: { kit: ['body', 'macro', 'controller', 'cable', 'battery'] },
  balloon: { kit: ['body', 'macro', 'microphone', 'controller', 'cable', 'battery', 'balloons'] },
  powder: { kit: ['body', 'macro', 'controller', 'cable', 'battery', 'chalk'] },
  toss: { kit: ['body', 'macro', 'controller', 'cable', 'battery'] },
  swing: { kit: ['body', 'normal', 'controller', 'cable'] },
}

function rigged(recipe: Recipe, ids: Ids): Setup {
  const { kit, modifiers = {} } = RIGGED[recipe] ?? { kit: [] }
  const made = kit.reduce((setup, key) => {
    const item = DEMO_KIT[key]
    if (item.kind !== 'flash') return withChanges(setup, kitChanges(item, ids[key]))
    return {
      ...setup,
      flashes: setup.flashes.map((flash, i) => {
        const lit = flashFromKit(flash, item, ids[key])
        const before = modifiers[i]
        return before ? withModifier(lit, DEMO_KIT[before], ids[before]) : lit
      }),
    }
  }, newSetup(recipe))
  const used = [...kit, ...Object.values(modifiers)]
  // What the studio laid out with a tape is known, too.
  const taped = ['subject.distance', 'sensor.position', 'sensor.offset', 'picture.distance', 'flashes[0].distance']
  return used.reduce((setup, key) => markedByKit(setup, DEMO_KIT[key], ids[key]), marked(made, taped, 'yours'))
}

/** Lists ticked and tests made, as on the evening of the first shoot. */
function prepared(setup: Setup): Setup {
  return {
    ...setup,
    lists: { ...setup.lists, preparation: setup.lists.preparation.map(line => ({ ...line, done: true })) },
    tests: {
      ...setup.tests,
      black: { outcome: 'as-predicted', stops: null, note: 'Exit sign taped over.' },
      exposure: { outcome: 'as-predicted', stops: -0.3, note: '' },
      sensor: {
        outcome: 'as-predicted',
        events: 10,
        fired: 10,
        falseFires: 0,
        note: 'Pellet through the beam without the cracker.',
      },
    },
  }
}

/** What the camera saw of the cracker with the ball so many m past the mark. */
function seen(setup: Setup, past: number): Plan {
  const planned = plan(setup)
  return { ...planned, caughtAt: setup.moment.offset + past }
}

/**
 * The made-up studio's scenario, loaded once into a database, whole or not at all; false where it was before.
 *
 * @param options.season with ten months of work before it
 */
export async function loadDemo(db: Database, { season = false } = {}): Promise<boolean> {
  const [mark] = await db.select().from(marks).where(eq(marks.name, 'demo'))
  if (mark) return false
  await db.transaction(async tx => {
    const studioId = await load(tx)
    if (season) await loadSeason(tx, studioId)
    await tx.insert(marks).values({ name: 'demo' })
  })
  return true
}

async function load(db: Database): Promise<string> {
  const studioId = await createStudio(db, 'Studio Halcyon Yard', true)
  const keys = Object.keys(DEMO_KIT) as DemoKitKey[]
  const made = await createKit(
    db,
    studioId,
    keys.map(key => DEMO_KIT[key]),
  )
  const ids = Object.fromEntries(keys.map((key, i) => [key, made.ids[i]])) as Ids

  const campaign = await createShoot(db, studioId, {
    name: 'Snack bar campaign',
    date: DAY,
    place: 'Halcyon Yard, stage 2',
    notes: 'Black ground, hard rim. Three keepers of the cracker, then the coffee.',
  })
  const cracker = await createSetup(db, studioId, campaign.id, prepared(rigged('projectile', ids)))
  // As the first evening went: the launcher was a little faster than thought.
  const fired: [number, TakeInput['verdict'], boolean, number | null, string][] = [
    [0.0185, 'late', false, 0.021, 'ball well clear of the plume'],
    [0.0179, 'on', false, 0.004, 'stand in frame, move it'],
    [0.0178, 'on', true, 0.001, ''],
  ]
  for (const [i, [delay, verdict, keeper, position, note]] of fired.entries()) {
    const firedAt = new Date(`${DAY}T18:${30 + 4 * i}:00.000Z`)
    const take = await logTake(db, studioId, cracker.id, {
      key: randomUUID(),
      delay,
      verdict,
      keeper,
      position,
      note,
      planned: 0.018461,
      sharp: true,
      exposed: true,
      cause: null,
      alsoCause: null,
      variant: null,
      said: null,
      clean: position !== 0.004,
      settings: settingsOf(cracker.setup),
      firedAt: firedAt.toISOString(),
    })
    await addPicture(
      db,
      studioId,
      cracker.id,
      { name: `cracker-${i + 1}.png`, zone: 0, take: take.id },
      await frameFile(seen(cracker.setup, position ?? 0), firedAt, cracker.setup.picture.shutter),
    )
  }
  for (const recipe of ['pour', 'throw', 'drop'] as const)
    await createSetup(db, studioId, campaign.id, rigged(recipe, ids))
  const posters = await createShoot(db, studioId, {
    name: 'Circus posters',
    date: '2026-12-02',
    place: 'Halcyon Yard, stage 1',
    notes: '',
  })
  for (const recipe of ['balloon', 'powder', 'toss', 'swing'] as const)
    await createSetup(db, studioId, posters.id, rigged(recipe, ids))
  const studies = await createShoot(db, studioId, {
    name: 'Movement studies',
    date: '2026-12-09',
    place: 'Halcyon Yard, stage 1',
    notes: 'Several pops in one open frame.',
  })
  for (const setup of [fallingKeys(), pannedTop()]) await createSetup(db, studioId, studies.id, setup)
  return studioId
}
