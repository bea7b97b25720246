import { STRETCH_SQL } from '../../shared/units/delayStretch'
import { daySql } from './daySql'

/** The power of a take that notes none. */
export const NOT_NOTED = -1

/**
 * Why a take was lost as far as it says so beside its verdict, in the order of `CAUSES`: what is said ahead of blur
 * goes before what is not sharp, all else after it. Empty: it was kept, or nobody said.
 */
export const CAUSE_SQL =
  "case when keeper then '' when cause in ('misfire', 'frame', 'early', 'late', 'double') then cause " +
  "when sharp = 0 then 'blurred' else coalesce(cause, '') end"

/** What `take_cells` counts takes by, each with how it follows from a take: the one account of it. */
const CELL_KEY = [
  ['studio_id', 'studio_id'],
  ['setup_id', 'setup_id'],
  ['day', 'day'],
  ['verdict', 'verdict'],
  ['keeper', 'keeper'],
  ['power', `coalesce(power, ${NOT_NOTED})`],
  ['stretch', STRETCH_SQL],
  ['practice', 'practice'],
  ['cause', CAUSE_SQL],
  ['variant', "coalesce(variant, '')"],
  ['member_id', "coalesce(member_id, '')"],
] as const

/** Of the takes of a cell those with a picture. */
export const PICTURED_SQL = 'sum(exists (select 1 from pictures where pictures.take_id = takes.id))'

/** The places of the key in a list of columns, to group by. */
export const CELL_GROUP = CELL_KEY.map((_, i) => i + 1).join(', ')

/** The columns of the key. */
export const CELL_COLUMNS = CELL_KEY.map(([name]) => name).join(', ')

type CellColumn = (typeof CELL_KEY)[number][0]

/** How each column of the key follows from a take; the day is that of the studio's clocks. */
export const CELL_SQL = Object.fromEntries(CELL_KEY) as Readonly<Record<Exclude<CellColumn, 'day'>, string>>

/**
 * What `take_cells` should hold of studios whose days go by the clocks of a zone, but for the condition of which those
 * are, and the grouping.
 */
export const countedFrom = (zone: string): string =>
  `select ${CELL_KEY.map(([name, of]) => `${name === 'day' ? daySql(zone) : of} as ${name}`).join(', ')}, ` +
  `count(*) as takes, ${PICTURED_SQL} as pictured from takes where struck_at is null`
