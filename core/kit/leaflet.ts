import { durationAt } from '../flash'
import { batteryFlash, mainsFlash } from '../recipes'
import type { FlashSetup } from '../setup/types'
import { KIT_FIGURES, figureOf } from './figures'
import { newKitItem } from './start'
import type { FigureValue, KitDurationRow, KitItem, Mark } from './types'

/** What a leaflet, or a person, says of a flash; null: nothing is said. SI. */
export interface FlashLeaflet {
  name: string
  supply: 'battery' | 'mains'
  /** s, which measure it is, and at what power, fraction of full. */
  duration: number
  measure: 't05' | 't01'
  power: number
  /** m at ISO 100 and full power; J at full power; s after a full pop. */
  guideNumber: number | null
  energy: number | null
  recycleTime: number | null
}

const RATED: Mark = { basis: 'rated', date: '' }
const ASSUMED: Mark = { basis: 'assumed', date: '' }

/** Durations of a typical unit of the kind, drawn out or in so that they pass through the one that is said. */
function tableOf(said: FlashLeaflet, typical: FlashSetup): KitDurationRow[] {
  const rows = typical.table.map(row => ({ power: row.power, t05: row.t05!, t01: row.t01! }))
  const usual = (measure: 't05' | 't01', power: number): number =>
    durationAt({ table: rows.map(row => ({ power: row.power, duration: row[measure] })), power }).duration
  const factor = said.duration / usual(said.measure, said.power)
  const others = rows
    .filter(row => Math.abs(Math.log2(row.power / said.power)) > 0.4)
    .map(row => ({ power: row.power, t05: row.t05 * factor, t01: row.t01 * factor, ...ASSUMED }))
  // The other measure of that row is left open: it is estimated, and marked, wherever it is used.
  const row = { power: said.power, t05: null, t01: null, [said.measure]: said.duration, ...RATED }
  return [...others, row].sort((a, b) => b.power - a.power)
}

/**
 * A flash from the few figures that its leaflet has: what is said is rated, the rest is that of a typical unit of its
 * kind, drawn to the one duration and marked as assumed. Guide number and energy follow from one another where only one
 * is said (light goes by energy, and the guide number by its root).
 *
 * @throws InputError for a duration or power of 0 or below
 */
export function flashFromLeaflet(said: FlashLeaflet): KitItem {
  const typical = said.supply === 'mains' ? mainsFlash() : batteryFlash()
  const energy =
    said.energy ?? (said.guideNumber === null ? null : typical.energy * (said.guideNumber / typical.guideNumber) ** 2)
  const guide = said.guideNumber ?? (energy === null ? null : typical.guideNumber * Math.sqrt(energy / typical.energy))
  const table = tableOf(said, typical)
  const given: Partial<Record<string, [FigureValue, Mark]>> = {
    supply: [said.supply, RATED],
    guideNumber: [guide ?? typical.guideNumber, said.guideNumber === null ? ASSUMED : RATED],
    energy: [energy ?? typical.energy, said.energy === null ? ASSUMED : RATED],
    recycleTime: [said.recycleTime ?? typical.recycleTime, said.recycleTime === null ? ASSUMED : RATED],
    recyclePower: [1, said.recycleTime === null ? ASSUMED : RATED],
    minimumPower: [Math.min(said.power, typical.minimumPower), ASSUMED],
  }
  const figures = Object.fromEntries(
    Object.keys(KIT_FIGURES.flash).map(key => [key, given[key]?.[0] ?? figureOf(typical, key)]),
  )
  return {
    ...newKitItem('flash', said.name),
    figures,
    marks: Object.fromEntries(Object.keys(figures).map(key => [key, { ...(given[key]?.[1] ?? ASSUMED) }])),
    table,
  }
}
