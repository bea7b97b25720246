import { catapultSpeed } from '../launch'
import { significant } from '../math/significant'
import { FIELDS } from './fields'
import { type Change, withChange, withChanges } from './paths'
import { TYPICAL_HEADS } from '../light/heads'
import { SENSOR, sensorOf } from '../sensors/all'
import { marked } from './marks'
import { typicalSource } from './typical'
import type { Head, SensorKind, Setup } from './types'

/**
 * What was typed for the kind before says nothing of the new one: its typical figures are assumed until others are
 * entered.
 */
const forgotten = (part: 'link' | 'sensor'): Change[] => [
  { path: `${part}.latency`, value: null },
  { path: `${part}.jitter`, value: null },
]

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
    { path: 'delay', value: null },
  ]
}

const OF_HEAD = /^flashes\[(\d+)\]\.head$/

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
        ? [{ path: 'sensor.source', value: typicalSource(setup.action.kind) }]
        : []
      return [...forgotten('sensor'), ...source, { path: 'kit.sensor', value: '' }, { path: 'delay', value: null }]
    }
    case 'action.draw':
    case 'action.pull':
    case 'motion.mass':
      return thrownBy(withChange(setup, { path, value }))
    case 'action.kind':
      return sensorOf(setup).hears
        ? [{ path: 'sensor.source', value: typicalSource(value as Setup['action']['kind']) }]
        : []
    default: {
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
 * A rating typed into borrowed durations: that row is this unit's own, and the typical ones go; its other duration is
 * estimated until it is typed.
 */
function owned(setup: Setup, changes: readonly Change[]): Setup {
  const rows = changes.flatMap(({ path }) => {
    const found = OF_ROW.exec(path)
    return found ? [{ light: Number(found[1]), row: Number(found[2]), key: found[3] }] : []
  })
  if (rows.length === 0) return setup
  return {
    ...setup,
    flashes: setup.flashes.map((flash, light) => {
      const own = rows.filter(entry => entry.light === light)
      if (!flash.borrowed || own.length === 0) return flash
      const table = [...new Set(own.map(entry => entry.row))].flatMap(i => {
        const typed = new Set(own.filter(entry => entry.row === i).map(entry => entry.key))
        const row = flash.table[i]
        return row
          ? [
              {
                ...row,
                ...(typed.has('t05') && !typed.has('t01')
                  ? { t01: null }
                  : typed.has('t01') && !typed.has('t05')
                    ? { t05: null }
                    : {}),
              },
            ]
          : []
      })
      return table.length > 0 ? { ...flash, table, borrowed: false } : flash
    }),
  }
}

/** A set-up with changes made by hand, and what follows from them. */
export function changed(setup: Setup, changes: readonly Change[]): Setup {
  const [only] = changes
  const followed = changes.length === 1 && only ? followUps(setup, only) : []
  const next = owned(withChanges(setup, [...changes, ...followed]), changes)
  // What follows by a rule is assumed, whoever said the figure before.
  return followed.length === 0
    ? next
    : marked(
        next,
        followed.map(change => change.path),
        'assumed',
      )
}
