import { durationAt } from '../physics/flash'
import { batteryFlash, mainsFlash } from '../recipes'
import { InputError, positive } from '../physics/errors'
import { drawnThrough } from '../setup/durations'
import type { FlashRow, FlashSetup } from '../setup/types'
import { KIT_FIGURES, figureOf } from './figures'
import { newKitItem } from './start'
import type { FigureValue, KitDurationRow, KitItem, KitMark } from './types'

/** One duration of a leaflet: s, which measure it is, and at what power, fraction of full. */
export interface LeafletDuration {
  duration: number
  measure: 't05' | 't01'
  power: number
}

/** What a leaflet, or a person, says of a flash; null: nothing is said. SI. */
export interface FlashLeaflet {
  name: string
  supply: 'battery' | 'mains'
  /** Every duration it gives, at least one; a power may come twice, once for each measure. */
  durations: readonly LeafletDuration[]
  /** m at ISO 100 and full power; J at full power; s after a full pop. */
  guideNumber: number | null
  energy: number | null
  recycleTime: number | null
}

const RATED: KitMark = { basis: 'rated', date: '' }
const ASSUMED: KitMark = { basis: 'assumed', date: '' }

/** Powers closer than this, in stops, are the same setting. */
const SAME_POWER = 0.4

/** Durations of a typical unit of the kind, drawn out or in so that they pass through all that are said. */
function tableOf(said: FlashLeaflet, typical: FlashSetup): KitDurationRow[] {
  const rows = typical.table.map(row => ({ power: row.power, t05: row.t05!, t01: row.t01! }))
  const usual = (measure: 't05' | 't01', power: number): number =>
    durationAt({ table: rows.map(row => ({ power: row.power, duration: row[measure] })), power }).duration
  const powers = [...new Set(said.durations.map(one => one.power))]
  const others = rows.filter(row => powers.every(power => Math.abs(Math.log2(row.power / power)) > SAME_POWER))
  const before = [...powers.map(power => ({ power, t05: usual('t05', power), t01: usual('t01', power) })), ...others]
  // The other measure of a row is left open: it is estimated, and marked, wherever it is used.
  const after = before.map((row): FlashRow => {
    const of = (key: 't05' | 't01'): number | null =>
      said.durations.find(one => one.power === row.power && one.measure === key)?.duration ?? null
    return powers.includes(row.power) ? { power: row.power, t05: of('t05'), t01: of('t01') } : row
  })
  const typed = said.durations.map(({ power, measure }) => ({ row: powers.indexOf(power), key: measure }))
  return drawnThrough(before, after, typed, () => false)
    .map((row): KitDurationRow => ({ ...row, ...(powers.includes(row.power) ? RATED : ASSUMED) }))
    .sort((a, b) => b.power - a.power)
}

/**
 * A flash from the figures that its leaflet has: what is said is rated, the rest is that of a typical unit of its
 * kind, drawn through the durations that are said and marked as assumed. Guide number and energy follow from one
 * another where only one is said (light goes by energy, and the guide number by its root).
 *
 * @throws InputError where no duration is said, or for a duration or power of 0 or below
 */
export function flashFromLeaflet(said: FlashLeaflet): KitItem {
  if (said.durations.length === 0) throw new InputError('durations', 0, 'at least one')
  for (const { duration, power } of said.durations) {
    positive('duration', duration)
    positive('power', power)
  }
  const typical = said.supply === 'mains' ? mainsFlash() : batteryFlash()
  const energy =
    said.energy ?? (said.guideNumber === null ? null : typical.energy * (said.guideNumber / typical.guideNumber) ** 2)
  const guide = said.guideNumber ?? (energy === null ? null : typical.guideNumber * Math.sqrt(energy / typical.energy))
  const table = tableOf(said, typical)
  const given: Partial<Record<string, [FigureValue, KitMark]>> = {
    supply: [said.supply, RATED],
    guideNumber: [guide ?? typical.guideNumber, said.guideNumber === null ? ASSUMED : RATED],
    energy: [energy ?? typical.energy, said.energy === null ? ASSUMED : RATED],
    recycleTime: [said.recycleTime ?? typical.recycleTime, said.recycleTime === null ? ASSUMED : RATED],
    recyclePower: [1, said.recycleTime === null ? ASSUMED : RATED],
    remembers: [true, ASSUMED],
    minimumPower: [Math.min(...said.durations.map(one => one.power), typical.minimumPower), ASSUMED],
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
