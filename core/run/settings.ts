import { valueAt } from '../setup/paths'
import type { Setup } from '../setup/types'

/**
 * What a set-up was set to when a take was fired, by path; SI units. Enough to tell two takes apart, not to plan again.
 */
export type TakeSettings = Record<string, string | number | boolean | null>

/** Settings of a take beside its delay: what is turned, moved or chosen between takes. */
const PATHS = [
  'method',
  'trigger',
  'moment.phase',
  'picture.aperture',
  'picture.iso',
  'picture.shutter',
  'picture.distance',
  'picture.ambientEv',
  'lens.focalLength',
  'sensor.kind',
  'sensor.position',
  'sensor.offset',
  'sensor.threshold',
  'controller.holdOff',
  'subject.distance',
  'motion.speed',
] as const
/** Gear by its id in the kit, where any is named. */
const GEAR = ['kit.launcher', 'kit.mixture', 'kit.skin', 'kit.hand'] as const
const OF_EACH_LIGHT = ['power', 'distance', 'lossStops'] as const
const MOST_LIGHTS = 16

/** What a reading of the take's picture said, noted beside its settings: never a setting itself. */
const READ = 'read.'
const MOST_READ = 8

/** Most settings that a take keeps. */
export const MOST_SETTINGS = PATHS.length + GEAR.length + OF_EACH_LIGHT.length * MOST_LIGHTS + MOST_READ

/** The settings of a set-up that a take notes. */
export function settingsOf(setup: Setup): TakeSettings {
  const lights = setup.flashes.slice(0, MOST_LIGHTS).flatMap((_, i) => OF_EACH_LIGHT.map(key => `flashes[${i}].${key}`))
  const gear = GEAR.filter(path => valueAt(setup, path) !== '')
  const paths = [...PATHS, ...gear, ...lights]
  return Object.fromEntries(paths.map(path => [path, valueAt(setup, path) as TakeSettings[string]]))
}

/** What a reading proposed for a take. */
export interface ReadNote {
  verdict: string | null
  /** 0 to 1. */
  sure: number
  past: number | null
  stops: number | null
}

/** Settings of a take with what its picture was read as. */
export const withReading = (settings: TakeSettings, note: ReadNote): TakeSettings => ({
  ...settings,
  [`${READ}verdict`]: note.verdict,
  [`${READ}sure`]: note.sure,
  [`${READ}past`]: note.past,
  [`${READ}stops`]: note.stops,
})

/** Surer than this a take is logged as its picture was read, where that is switched on; else somebody is asked. */
export const SURE_ALONE = 0.9

/** How often what was read was what was logged, over takes whose picture was read as something; null: none was. */
export function readingAgreement(
  takes: readonly { verdict: string; settings: TakeSettings | null }[],
): { same: number; of: number } | null {
  const read = takes.filter(take => typeof take.settings?.[`${READ}verdict`] === 'string')
  return read.length === 0
    ? null
    : { same: read.filter(take => take.settings![`${READ}verdict`] === take.verdict).length, of: read.length }
}

/** Paths whose values differ between two takes; one that only one of them noted is left out, and ids of gear are. */
export function differingSettings(a: TakeSettings, b: TakeSettings): string[] {
  const told = (path: string): boolean => !path.startsWith(READ) && !path.startsWith('kit.')
  return Object.keys(a).filter(path => told(path) && path in b && a[path] !== b[path])
}

/** Whether a value from outside can be the settings of a take. */
export function areSettings(value: unknown): value is TakeSettings {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return false
  const entries = Object.entries(value)
  return (
    entries.length <= MOST_SETTINGS &&
    entries.every(
      ([path, v]) =>
        /^[a-z][\w.[\]]{0,59}$/i.test(path) &&
        (v === null ||
          typeof v === 'boolean' ||
          (typeof v === 'number' && Number.isFinite(v)) ||
          (typeof v === 'string' && v.length <= 80)),
    )
  )
}
