import { type Change, type Recipe, type Setup, newSetup, withChanges } from '../../core'

/** Who logs: four people of a made-up studio. */
export const PEOPLE = ['Maren', 'Bo', 'Ilse', 'Teodor'] as const

/** A set-up of the season, before it is shot. */
export interface SeasonSetup {
  name: string
  recipe: Recipe
  /** How it is taken and what fires it, where that is not the recipe's own. */
  method?: Setup['method']
  trigger?: Setup['trigger']
  changes?: Change[]
  keepers: number
  /** Takes after which the crew stops. */
  most: number
  /** Variants of the prop, with the share of takes on the moment that each makes good. */
  variants?: Record<string, number>
  /** Share of shots in which nothing comes out, where it is not the usual one. */
  misfire?: number
  /** Whoever presses judges more takes wrongly than others. */
  hasty?: true
  /** What the run found is kept with the set-up. */
  found?: true
}

/** A shoot of the season, so many days before the first start. */
export interface SeasonShoot {
  ago: number
  name: string
  place: string
  notes: string
  by: (typeof PEOPLE)[number]
  setups: SeasonSetup[]
}

/** The launcher loses this share of its speed a day until it has a new spring. */
export const LAUNCHER = { quicker: 1.03, tiresADay: 0.00045, repairedAgo: 80, first: 300 }
/** The launcher's speed so many days ago against its rating: less the longer its spring was used. */
export const launcherAt = (ago: number): number =>
  LAUNCHER.quicker *
  (1 - LAUNCHER.tiresADay * (ago > LAUNCHER.repairedAgo ? LAUNCHER.first - ago : LAUNCHER.repairedAgo - ago))

/** A flash whose tube ages, by a share of its duration a day, until it has a quicker one; and when it was read. */
export const FLASH = {
  name: 'Wick 76',
  agesADay: 0.0004,
  newTube: 0.88,
  repairedAgo: 118,
  first: 300,
  readAgo: [296, 262, 231, 204, 171, 133, 103, 66, 24],
  powers: [1 / 16, 1 / 64],
  /** Shares that a reading is off by, and that days differ by. */
  error: 0.015,
  days: 0.008,
}
/** The flash's duration so many days ago against that of its first tube when new. */
export const flashAt = (ago: number): number =>
  ago > FLASH.repairedAgo
    ? 1 + FLASH.agesADay * (FLASH.first - ago)
    : FLASH.newTube * (1 + FLASH.agesADay * (FLASH.repairedAgo - ago))

/** The radio link of one evening let a third of the shots through unlit. */
const BAD_RADIO = 0.34

const sound: Change[] = [
  { path: 'sensor.kind', value: 'sound' },
  { path: 'sensor.source', value: 'start' },
  { path: 'sensor.position', value: 0 },
  { path: 'sensor.offset', value: 0.15 },
]
const byHand: Change[] = [{ path: 'trigger', value: 'hand' }]
const byBurst: Change[] = [{ path: 'camera.frameRate', value: 20 }]
const atSync: Change[] = [{ path: 'method', value: 'sync-shutter' }]
const full: Change[] = [{ path: 'flashes[0].power', value: 1 }]
const confetti: Change[] = [{ path: 'subject.filling', value: 'confetti' }]

/** Keepers a client wants, to one that the studio wants for itself. */
const WANTED = 2.5

const made = (
  name: string,
  recipe: Recipe,
  keepers: number,
  most: number,
  more: Omit<SeasonSetup, 'name' | 'recipe' | 'keepers' | 'most'> = {},
): SeasonSetup => ({ name, recipe, keepers: Math.round(keepers * WANTED), most: Math.round(most * WANTED), ...more })

/** Ten months of a studio's work, the oldest first. */
export const SEASON: readonly SeasonShoot[] = [
  {
    ago: 300,
    name: 'First evenings',
    place: 'Halcyon Yard, stage 2',
    notes: 'Everything for the first time. Slow, and worth it.',
    by: 'Maren',
    setups: [
      made('Steel ball, first cracker', 'projectile', 3, 34, { found: true }),
      made('Balloon with confetti, a pin', 'balloon', 3, 30, { changes: confetti }),
      made('Milk, one drop', 'drop', 3, 30, { found: true }),
      made('Wooden top at its apex', 'toss', 3, 24),
      made('Cream into coffee, lights too strong', 'pour', 3, 26, { changes: full }),
    ],
  },
  {
    ago: 268,
    name: 'Breakfast brochure',
    place: 'Halcyon Yard, stage 1',
    notes: 'Six pages of breakfast. White ground throughout.',
    by: 'Ilse',
    setups: [
      made('Cream into iced coffee', 'pour', 5, 30, { found: true }),
      made('Cocoa from a height', 'pour', 4, 28),
      made('Yoghurt crown', 'drop', 4, 30),
      made('Muesli from the scoop', 'grains', 5, 24),
      made('Orange juice over a jug', 'throw', 3, 26),
    ],
  },
  {
    ago: 241,
    name: 'Circus warm-up',
    place: 'Old gasworks, ring',
    notes: 'Four acts before the rehearsal. Quiet from six.',
    by: 'Bo',
    setups: [
      made('Diabolo, one arc', 'swing', 4, 30),
      made('Plate on a stick', 'spin', 3, 22),
      made('Clubs at the top of a throw', 'toss', 4, 28, { found: true }),
      made('Runner over the line', 'run', 4, 26),
      made('Chalk on the rope hands', 'powder', 4, 30),
    ],
  },
  {
    ago: 210,
    name: 'Rice cracker campaign',
    place: 'Halcyon Yard, stage 2',
    notes: 'Three flavours, one ball. Mind the backstop.',
    by: 'Maren',
    setups: [
      made('Cracker, sesame', 'projectile', 5, 34, { found: true }),
      made('Cracker, seaweed', 'projectile', 5, 34, { changes: sound }),
      made('Cracker, chilli', 'projectile', 4, 30),
      made('Poppadom, edge on', 'projectile', 4, 30),
      made('Rice falling', 'grains', 4, 24),
    ],
  },
  {
    ago: 183,
    name: 'Bubbles and balloons',
    place: 'Halcyon Yard, stage 1',
    notes: 'For a children’s museum.',
    by: 'Teodor',
    setups: [
      made('Soap bubble, dry pin', 'bubble', 4, 34, { variants: { 'glycerine': 0.78, 'sugar syrup': 0.46 } }),
      made('Soap bubble, from below', 'bubble', 3, 30),
      made('Confetti balloon, gold', 'balloon', 4, 30, { changes: confetti, found: true }),
      made('Balloon of air, black ground', 'balloon', 3, 26),
      made('Balloon at sync speed', 'balloon', 3, 12, { method: 'sync-shutter' }),
    ],
  },
  {
    ago: 150,
    name: 'Iced coffee, summer',
    place: 'Halcyon Yard, stage 1',
    notes: 'Two kinds of cream to choose between.',
    by: 'Ilse',
    setups: [
      made('Cream, which fat', 'pour', 8, 48, { variants: { 'cream 30 %': 0.42, 'cream 36 %': 0.74 }, found: true }),
      made('Cloud, close', 'pour', 4, 28),
      made('Coffee crown', 'drop', 4, 30),
      made('Espresso thrown', 'throw', 3, 24, { changes: full }),
      made('Beans into a cup', 'grains', 4, 24),
    ],
  },
  {
    ago: 131,
    name: 'Seaside snacks',
    place: 'Halcyon Yard, stage 2',
    notes: 'Everything misfired until the link was changed. Half of it to do again.',
    by: 'Bo',
    setups: [
      made('Cracker with salt', 'projectile', 3, 34, { misfire: BAD_RADIO }),
      made('Salt falling', 'grains', 3, 26, { misfire: BAD_RADIO }),
      made('Sea water over a shell', 'throw', 3, 28, { misfire: BAD_RADIO }),
      made('Drop on slate', 'drop', 3, 28, { misfire: BAD_RADIO }),
      made('Spray of lemonade', 'pour', 3, 24, { misfire: BAD_RADIO }),
    ],
  },
  {
    ago: 104,
    name: 'Climbing hall',
    place: 'Boulder hall, wall 3',
    notes: 'Chalk everywhere. Filters changed at noon.',
    by: 'Teodor',
    setups: [
      made('Chalk clap, side light', 'powder', 4, 30),
      made('Chalk clap, from behind', 'powder', 4, 30, { found: true }),
      made('Chalk at sync speed', 'powder', 3, 28, { changes: atSync }),
      made('Swing to the next hold', 'swing', 4, 28),
      made('Run at the wall', 'run', 3, 24, { hasty: true }),
    ],
  },
  {
    ago: 77,
    name: 'Crackers again',
    place: 'Halcyon Yard, stage 2',
    notes: 'New spring in the launcher three days ago.',
    by: 'Maren',
    setups: [
      made('Cracker, new spring', 'projectile', 5, 30, { found: true }),
      made('Cracker, by the report', 'projectile', 4, 30, { changes: sound }),
      made('Cracker, two in line', 'projectile', 4, 30),
      made('Lentils falling', 'grains', 4, 22),
      made('Balloon, silver confetti', 'balloon', 4, 28, { changes: confetti }),
    ],
  },
  {
    ago: 51,
    name: 'Without a sensor',
    place: 'Courtyard, evening',
    notes: 'By hand and by burst, to see how far one gets.',
    by: 'Ilse',
    setups: [
      made('Balloon by hand', 'balloon', 2, 40, { changes: byHand }),
      made('Pour by burst', 'pour', 3, 26, { method: 'fast-shutter', trigger: 'burst', changes: byBurst }),
      made('Tea by hand', 'throw', 2, 40, { changes: byHand }),
      made('Drop by hand', 'drop', 2, 36, { changes: byHand }),
      made('Toss by hand', 'toss', 3, 30, { changes: byHand }),
    ],
  },
  {
    ago: 26,
    name: 'Tea house',
    place: 'Halcyon Yard, stage 1',
    notes: 'Two teas, one glass jug, no broken glass.',
    by: 'Teodor',
    setups: [
      made('Green tea over the jug', 'throw', 4, 28, { found: true }),
      made('Black tea, close', 'throw', 4, 28),
      made('Tea crown', 'drop', 4, 28),
      made('Milk into tea', 'pour', 5, 28),
      made('Leaves falling', 'grains', 4, 22),
    ],
  },
  {
    ago: 6,
    name: 'Ring rehearsal',
    place: 'Old gasworks, ring',
    notes: 'The last look before the posters.',
    by: 'Bo',
    setups: [
      made('Juggler, side light', 'swing', 4, 28, { found: true }),
      made('Top on the string', 'spin', 4, 24),
      made('Clubs, close', 'toss', 4, 26),
      made('Chalk before the act', 'powder', 3, 26),
      made('Bubble in the ring', 'bubble', 3, 28),
    ],
  },
]

/** A set-up of the season as it was planned. */
export function plannedSetup({ name, recipe, method, trigger, changes = [], keepers, variants }: SeasonSetup): Setup {
  const setup = withChanges(newSetup(recipe, method, trigger), changes)
  const goal = { ...setup.goal, keepers, variants: Object.keys(variants ?? {}).join(', ') }
  return { ...setup, name, goal }
}
