import { catapultSpeed } from '../physics/launch'
import { filmSpeed } from '../physics/subjects'
import { significant } from '../math/significant'
import { FIELDS } from '../setup/fields'
import { type Change, valueAt, withChange, withChanges } from '../setup/paths'
import { drawnThrough } from '../setup/durations'
import { traitsOf } from '../recipes/all'
import { standsInFront } from '../setup/role'
import { TYPICAL_HEADS, bounceLoss } from '../light/heads'
import { SENSOR, sensorOf } from '../sensors/all'
import { WELL_BESIDE } from '../sensors/sound'
import { isChoice, withAside } from '../setup/aside'
import { isTyped, marked } from '../setup/typed'
import { linesForSensor, linesForThrower } from '../setup/sensorLines'
import { knownTable, typicalSource } from './typical'
import type { Head, SensorKind, Setup } from '../setup/types'

/**
 * What was typed for the kind before says nothing of the new one: its typical figures are assumed until others are
 * entered.
 */
const forgotten = (part: 'link' | 'sensor'): Change[] => [
  { path: `${part}.latency`, value: null },
  { path: `${part}.jitter`, value: null },
]

/** What a sensor of a kind answers to unless told otherwise: a knock is that of the impact, where anything moves. */
const sourceFor = ({ action, motion }: Setup, kind: SensorKind): Setup['sensor']['source'] =>
  SENSOR[kind].knocks && motion.kind !== 'still' ? 'impact' : typicalSource(action.kind)

/** A microphone does not stand in the way of what flies; where somebody put it, it stays. */
function beside(setup: Setup, kind: SensorKind): Change[] {
  const free =
    (SENSOR[kind].listens || SENSOR[kind].knocks) && setup.sensor.offset === 0 && setup.motion.kind !== 'still'
  return free && !isTyped(setup, 'sensor.offset') ? [{ path: 'sensor.offset', value: WELL_BESIDE }] : []
}

/** The speed of the tear that a film of a thickness has, within what a set-up may hold. */
function tearOf(thickness: number): number {
  const { min, max } = FIELDS['subject.crackSpeed']
  return significant(Math.min(max, Math.max(min, filmSpeed({ thickness }))))
}

/** How far off a speed by draw and pull may be, and how much it differs from shot to shot; shares. */
const CATAPULT = { error: 0.15, spread: 0.05 }

/** The speed that draw, pull and mass give; empty while one of the first two is not said. */
function thrownBy({ action, motion }: Pick<Setup, 'action' | 'motion'>): Change[] {
  if (action.kind !== 'catapult' || action.draw === null || action.pull === null) return []
  const speed = catapultSpeed({ draw: action.draw, pull: action.pull, mass: motion.mass })
  const { min, max } = FIELDS['motion.speed']
  return [
    { path: 'motion.speed', value: significant(Math.min(max, Math.max(min, speed))) },
    { path: 'motion.speedError', value: CATAPULT.error },
    { path: 'motion.speedSpread', value: CATAPULT.spread },
  ]
}

/** A light carried round the subject is there for something else, where its role was that of its place before. */
function roleAfter(setup: Setup, light: number, change: Change): Change[] {
  const before = setup.flashes[light]
  const after = withChange(setup, change).flashes[light]
  if (!before || !after || before.role === 'ground' || standsInFront(before) === standsInFront(after)) return []
  return [{ path: `flashes[${light}].role`, value: standsInFront(after) ? 'key' : 'behind' }]
}

const OF_PLACE = /^flashes\[(\d+)\]\.(?:angle|elevation)$/
const OF_HEAD = /^flashes\[(\d+)\]\.head$/
const OF_BOUNCE = /^flashes\[(\d+)\]\.(?:bounceDistance|headWidth|headHeight)$/

/** What a bounce costs follows from how far and how large the card or wall is, where nobody said it. */
function costOfBounce(setup: Setup, light: number, change: Change): Change[] {
  const flash = withChange(setup, change).flashes[light]
  const path = `flashes[${light}].lossStops`
  if (flash?.head !== 'bounced' || flash.bounceDistance === null || isTyped(setup, path)) return []
  return [{ path, value: significant(bounceLoss({ ...flash, bounceDistance: flash.bounceDistance }), 3) }]
}

/**
 * What follows from choosing another kind of something, so that the set-up stays one whole: the latency of a link or
 * sensor of another kind is
 * no longer what was typed, and a microphone answers to what makes a sound. Empty for a change that nothing follows
 * from.
 *
 * @param setup as it is before the change
 */
export function followUps(setup: Setup, { path, value }: Change): Change[] {
  switch (path) {
    case 'link.kind':
      return value === setup.link.kind ? [] : [...forgotten('link'), { path: 'kit.link', value: '' }]
    case 'sensor.kind': {
      if (value === setup.sensor.kind) return []
      const source = SENSOR[value as SensorKind].answersToEvent
        ? [{ path: 'sensor.source', value: sourceFor(setup, value as SensorKind) }]
        : []
      return [
        ...forgotten('sensor'),
        ...source,
        ...beside(setup, value as SensorKind),
        ...linesForSensor(setup, value as SensorKind),
        { path: 'kit.sensor', value: '' },
      ]
    }
    case 'action.draw':
    case 'action.pull':
      return thrownBy(withChange(setup, { path, value }))
    case 'subject.height':
      // One balloon, one size: it stands in four fields, of which one is asked for.
      return traitsOf(setup.recipe).tears
        ? ['subject.depth', 'motion.objectLength', 'motion.diameter']
            .filter(at => !isTyped(setup, at))
            .map(at => ({ path: at, value }))
        : []
    case 'subject.filmThickness':
      return typeof value !== 'number' || isTyped(setup, 'subject.crackSpeed')
        ? []
        : [{ path: 'subject.crackSpeed', value: tearOf(value) }]
    case 'motion.mass':
      return isTyped(setup, 'motion.speed') ? [] : thrownBy(withChange(setup, { path, value }))
    case 'action.kind': {
      const kind = value as Setup['action']['kind']
      const source = sensorOf(setup).listens ? [{ path: 'sensor.source', value: typicalSource(kind) }] : []
      return [...source, ...linesForThrower(setup, kind)]
    }
    default: {
      const stood = OF_PLACE.exec(path)?.[1]
      if (stood !== undefined) return roleAfter(setup, Number(stood), { path, value })
      const thrown = OF_BOUNCE.exec(path)?.[1]
      if (thrown !== undefined) return costOfBounce(setup, Number(thrown), { path, value })
      const light = OF_HEAD.exec(path)?.[1]
      return light === undefined
        ? []
        : Object.entries(TYPICAL_HEADS[value as Head]).map(([key, figure]) => ({
            path: `flashes[${light}].${key}`,
            value: figure,
          }))
    }
  }
}

const OF_ROW = /^flashes\[(\d+)\]\.table\[(\d+)\]\.(power|t05|t01)$/

/**
 * Durations typed into the table of a light: the light is no longer a typical unit, and what is only assumed of its
 * durations follows what was typed, along the whole table.
 */
function owned(before: Setup, setup: Setup, changes: readonly Change[]): Setup {
  const cells = changes.flatMap(({ path, value }) => {
    const found = OF_ROW.exec(path)
    return found && value !== null && found[3] !== 'power'
      ? [{ light: Number(found[1]), row: Number(found[2]), key: found[3] as 't05' | 't01' }]
      : []
  })
  if (cells.length === 0) return setup
  return {
    ...setup,
    flashes: setup.flashes.map((flash, light) => {
      const typed = cells.filter(cell => cell.light === light)
      const was = before.flashes[light]
      if (typed.length === 0 || was?.table.length !== flash.table.length) return flash
      // A table of its own without a single mark was entered before there were marks: all of it is known.
      const at = `flashes[${light}].table[`
      const unmarked = !was.borrowed && !before.marks.some(mark => mark.path.startsWith(at))
      const isKnown = (row: number, key: string): boolean => unmarked || isTyped(before, `${at}${row}].${key}`)
      return { ...flash, table: drawnThrough(knownTable(was), flash.table, typed, isKnown), borrowed: false }
    }),
  }
}

/**
 * A set-up with changes made by hand, and what follows from them. A choice among them puts aside what it replaces, and
 * brings back what it had when it was left.
 */
export function changed(setup: Setup, changes: readonly Change[]): Setup {
  const [only] = changes
  const followed = changes.length === 1 && only ? followUps(setup, only) : []
  const next = owned(setup, withChanges(setup, [...changes, ...followed]), changes)
  // Lists are written anew each time: somebody may have changed them meanwhile.
  const follows = followed.map(change => change.path).filter(path => !path.startsWith('lists.'))
  // What follows by a rule is assumed, whoever said the figure before.
  const assumed = followed.length === 0 ? next : marked(next, follows, 'assumed')
  const choice = changes.find(({ path, value }) => isChoice(path) && valueAt(setup, path) !== value)
  return choice ? withAside(setup, assumed, choice, [...changes.map(change => change.path), ...follows]) : assumed
}
