import type { Connection } from 'mysql2/promise'
import { CELL_COLUMNS, CELL_GROUP, countedFrom } from './cellSql'
import { withoutConflict } from './conflicts'
import { UNSET_ZONE } from './daySql'
import { rowsOf } from './rows'

const ZONE = `coalesce(zone, '${UNSET_ZONE}')`

/** What `take_cells` should hold, for all studios whose days go by the same clocks. */
async function countedByZone(connection: Connection): Promise<string[]> {
  const rows = await rowsOf(connection, `select distinct ${ZONE} as zone from studios`)
  return rows.map(
    ({ zone }) =>
      `${countedFrom(String(zone))} and studio_id in (select id from studios where ${ZONE} = ` +
      `${connection.escape(zone)}) group by ${CELL_GROUP}`,
  )
}

/** A cell that is not what the takes come to. */
export interface WrongCell {
  cell: string
  /** As it stands; 0: it is missing. */
  stands: number
  /** What the takes come to; 0: there are none. */
  counted: number
}

/** Cells that are told. */
const MOST_TOLD = 20

/** Every cell beside what the takes come to: those that differ, none where all is right. */
export async function wrongCells(connection: Connection): Promise<{ cells: number; wrong: WrongCell[] }> {
  const counted = await countedByZone(connection)
  const both =
    `select ${CELL_COLUMNS}, takes, pictured, 0 as counted, 0 as seen from take_cells ` +
    counted.map((of, i) => `union all select ${CELL_COLUMNS}, 0, 0, takes, pictured from (${of}) c${i} `).join('')
  const rows = await rowsOf(
    connection,
    `select concat_ws(' ', ${CELL_COLUMNS}) as cell, sum(takes) as stands, sum(counted) as counted from (${both}) b ` +
      `group by ${CELL_COLUMNS} having sum(takes) <> sum(counted) or sum(pictured) <> sum(seen) limit ${MOST_TOLD}`,
  )
  const [all] = await rowsOf(connection, 'select count(*) as n from take_cells')
  return {
    cells: Number(all?.n ?? 0),
    wrong: rows.map(row => ({ cell: String(row.cell), stands: Number(row.stands), counted: Number(row.counted) })),
  }
}

/** Counts everything anew, of all studios; whole or not at all, and again where takes that are logged come first. */
export const recountAll = (connection: Connection): Promise<void> => withoutConflict(() => recounted(connection))

async function recounted(connection: Connection): Promise<void> {
  await connection.beginTransaction()
  try {
    await connection.query('delete from take_cells')
    for (const counted of await countedByZone(connection))
      await connection.query(`insert into take_cells (${CELL_COLUMNS}, takes, pictured) ${counted}`)
    await connection.commit()
  } catch (error) {
    await connection.rollback()
    throw error
  }
}
