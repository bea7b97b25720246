import { FIELDS, FLASH_FIELDS, type Field, type FieldPath } from '../setup/fields'
import type { FigureValue, KitKind } from './types'

/** The set-up's own fields, by the last part of their path, so that kit and set-up never differ in limits or names. */
function fromSetup(prefix: string, keys: readonly string[]): Record<string, Field> {
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

/** Figures of each kind of kit, in the order they are shown. */
export const KIT_FIGURES: Record<KitKind, Record<string, Field>> = {
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
  flash: Object.fromEntries(FLASH_KEYS.map(key => [key, FLASH_FIELDS[key]])),
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
  consumable: {
    stock: { type: 'number', quantity: 'count', label: 'Left in stock', min: 0, max: 1_000_000, integer: true },
    perTake: { type: 'number', quantity: 'count', label: 'Used by a take', min: 1, max: 10_000, integer: true },
  },
}

/** What a part of a set-up, or a flash, holds as the figure of a key; null: it holds none. */
export function figureOf(part: object, key: string): FigureValue {
  const value: unknown = Object.getOwnPropertyDescriptor(part, key)?.value
  return typeof value === 'number' || typeof value === 'string' || typeof value === 'boolean' ? value : null
}

/** Most repeats of anything in one list of kit. */
export const MOST_KIT_ITEMS = 500
