import type { Change } from '../setup/paths'
import { withinLimits } from '../setup/paths'
import type { Setup } from '../setup/types'

/** What exposure can be paid with. */
export const DESK_ROWS = ['power', 'units', 'distance', 'aperture', 'iso', 'shutter'] as const
/** A control that exposure can be paid with. */
export type DeskRow = (typeof DESK_ROWS)[number]

/** Whether a row bears on the exposure of a set-up at all: flash does not ask how long the shutter is open. */
export function bears(setup: Setup, row: DeskRow): boolean {
  const byLight = row === 'power' || row === 'units' || row === 'distance'
  if (setup.method === 'fast-shutter') return !byLight
  return row !== 'shutter' && (!byLight || setup.flashes.length > 0)
}

const rounded = (value: number): number => Number(value.toPrecision(6))

/**
 * Changes that bring so many stops more, or less below 0, by one row; every light alike, so that their balance stays.
 *
 * @returns null where lens, camera or flash does not go that far, or units would have to be cut
 */
export function byRow(setup: Setup, row: DeskRow, stops: number): Change[] | null {
  const { flashes, picture, camera, lens } = setup
  const all = (key: string, value: (i: number) => number): Change[] =>
    flashes.map((_, i) => ({ path: `flashes[${i}].${key}`, value: rounded(value(i)) }))
  const changes = ((): Change[] | null => {
    switch (row) {
      case 'power': {
        const powers = flashes.map(flash => flash.power * 2 ** stops)
        const can = powers.every((p, i) => p <= 1 + 1e-6 && p >= flashes[i]!.minimumPower * (1 - 1e-6))
        return can ? all('power', i => Math.min(1, powers[i]!)) : null
      }
      case 'units': {
        const units = flashes.map(flash => flash.units * 2 ** stops)
        return units.every(n => Math.abs(n - Math.round(n)) < 1e-6 && n > 0.5)
          ? all('units', i => Math.round(units[i]!))
          : null
      }
      case 'distance':
        return all('distance', i => flashes[i]!.distance * 2 ** (-stops / 2))
      case 'aperture': {
        const value = picture.aperture * 2 ** (-stops / 2)
        const can = value >= lens.widestAperture * 0.99 && value <= lens.smallestAperture * 1.01
        return can ? [{ path: 'picture.aperture', value: rounded(value) }] : null
      }
      case 'iso': {
        const value = picture.iso * 2 ** stops
        const can = value >= camera.baseIso * 0.99 && value <= camera.maximumIso * 1.01
        return can ? [{ path: 'picture.iso', value: Math.round(value) }] : null
      }
      case 'shutter':
        return [{ path: 'picture.shutter', value: rounded(picture.shutter * 2 ** stops) }]
    }
  })()
  return changes?.every(withinLimits) ? changes : null
}

/** The same, paid back by another row so that the exposure stays; null where either does not go that far. */
export function paid(setup: Setup, row: DeskRow, stops: number, payer: DeskRow): Change[] | null {
  const [there, back] = [byRow(setup, row, stops), byRow(setup, payer, -stops)]
  return there && back ? [...there, ...back] : null
}

/** Stops of exposure by each row that one set-up has more than another; lights by the first that both have. */
export function deskStops(before: Setup, after: Setup): Record<DeskRow, number> & { total: number } {
  const [a, b] = [before.flashes[0], after.flashes[0]]
  const light = (more: (flash: NonNullable<typeof a>) => number): number => (a && b ? more(b) - more(a) : 0)
  const rows: Record<DeskRow, number> = {
    power: light(flash => Math.log2(flash.power)),
    units: light(flash => Math.log2(flash.units)),
    distance: light(flash => -2 * Math.log2(flash.distance)),
    aperture: -2 * Math.log2(after.picture.aperture / before.picture.aperture),
    iso: Math.log2(after.picture.iso / before.picture.iso),
    shutter: Math.log2(after.picture.shutter / before.picture.shutter),
  }
  const total = DESK_ROWS.reduce((sum, row) => sum + (bears(after, row) ? rows[row] : 0), 0)
  return { ...rows, total }
}

/**
 * The same picture on a sensor of another size: field, depth of field and light stay.
 *
 * @param width m of the other sensor
 * @returns focal length and aperture in proportion to it, ISO in proportion to its area; m, f-number, ISO
 */
export function onSensor(setup: Setup, width: number): { focalLength: number; aperture: number; iso: number } {
  const ratio = width / setup.camera.sensorWidth
  return {
    focalLength: setup.lens.focalLength * ratio,
    aperture: setup.picture.aperture * ratio,
    iso: setup.picture.iso * ratio * ratio,
  }
}
