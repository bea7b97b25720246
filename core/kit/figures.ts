import { FIELDS, FLASH_FIELDS, type Field, type FieldPath, type Identified } from '../setup/fields'
import { identified } from '../setup/fieldKinds'
import type { Setup } from '../setup/types'
import type { FigureValue, KitKind } from './types'

/** The set-up's own fields, by the last part of their path, so that kit and set-up never differ in limits or names. */
function fromSetup(prefix: string, keys: readonly string[]): Record<string, Identified> {
  return Object.fromEntries(keys.map(key => [key, FIELDS[`${prefix}.${key}` as FieldPath]]))
}

const FLASH_KEYS = [
  'supply',
  'guideNumber',
  'energy',
  'minimumPower',
  'latency',
  'jitter',
  'slaveDelay',
  'recycleTime',
  'recyclePower',
  'heatLimit',
] as const

/** What a modifier makes of a light. */
export const MODIFIER_KEYS = ['head', 'lossStops', 'headWidth', 'headHeight', 'beamAngle'] as const

/** Figures that an item of kit has of its own: no set-up has them. */
export const KIT_FIELDS = identified('kit.', {
  'remembers.takes': { type: 'flag' },
  'remembers.readings': { type: 'flag' },
  'stock': { type: 'number', quantity: 'count', min: 0, max: 1_000_000, integer: true },
  'perTake': { type: 'number', quantity: 'count', min: 1, max: 10_000, integer: true },
} as const satisfies Record<string, Field>)

/** Whether what its takes have shown fills in new set-ups. */
const REMEMBERS = { remembers: KIT_FIELDS['remembers.takes'] } as const

/** Part of a set-up that the figures of a kind stand in. */
export const PART = {
  camera: 'camera',
  lens: 'lens',
  sensor: 'sensor',
  controller: 'controller',
  link: 'link',
  launcher: 'motion',
  mixture: 'moment',
  skin: 'subject',
  hand: 'hand',
} as const satisfies Partial<Record<KitKind, keyof Setup>>
/** A kind whose figures stand in one part of a set-up. */
export type PartKind = keyof typeof PART

/** Keys of a kind's figures that stand in set-ups as well; the others are the item's own. */
export const sharedKeys = (kind: KitKind): string[] => Object.keys(KIT_FIGURES[kind]).filter(key => !(key in REMEMBERS))

/** Figures of each kind of kit, in the order they are shown. */
export const KIT_FIGURES: Record<KitKind, Record<string, Identified>> = {
  camera: fromSetup('camera', [
    'shutterKind',
    'sensorWidth',
    'sensorHeight',
    'pixelsWide',
    'syncSpeed',
    'curtainTravel',
    'curtainRuns',
    'readOut',
    'lag',
    'lagJitter',
    'frameRate',
    'bufferFrames',
    'baseIso',
    'maximumIso',
  ]),
  lens: fromSetup('lens', ['focalLength', 'widestAperture', 'smallestAperture', 'pupilRatio']),
  flash: {
    ...Object.fromEntries(FLASH_KEYS.map(key => [key, FLASH_FIELDS[key]])),
    remembers: KIT_FIELDS['remembers.readings'],
  },
  sensor: fromSetup('sensor', ['kind', 'beamWidth', 'response', 'latency', 'jitter']),
  controller: fromSetup('controller', [
    'latency',
    'jitter',
    'minimumInterval',
    'delayStep',
    'delayMinimum',
    'delayMaximum',
    'holdOff',
  ]),
  link: fromSetup('link', ['kind', 'latency', 'jitter', 'minimumInterval']),
  modifier: Object.fromEntries(MODIFIER_KEYS.map(key => [key, FLASH_FIELDS[key]])),
  launcher: { ...fromSetup('motion', ['speed', 'speedError', 'speedSpread']), ...REMEMBERS },
  mixture: { ...fromSetup('moment', ['time', 'timeError', 'timeSpread']), ...REMEMBERS },
  skin: { ...fromSetup('subject', ['crackSpeed', 'crackSpeedError', 'crackSpeedSpread']), ...REMEMBERS },
  hand: { ...fromSetup('hand', ['flinch', 'flinchError', 'scatter']), ...REMEMBERS },
  consumable: { stock: KIT_FIELDS.stock, perTake: KIT_FIELDS.perTake },
}

/** What a part of a set-up, or a flash, holds as the figure of a key; null: it holds none. */
export function figureOf(part: object, key: string): FigureValue {
  const value: unknown = Object.getOwnPropertyDescriptor(part, key)?.value
  return typeof value === 'number' || typeof value === 'string' || typeof value === 'boolean' ? value : null
}

/** Most repeats of anything in one list of kit. */
export const MOST_KIT_ITEMS = 500
