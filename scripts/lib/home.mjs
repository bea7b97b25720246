// @ts-check
import { join, resolve } from 'node:path'
import { localDatabase } from './database.mjs'
import { needFolder, readChecked } from './files.mjs'
import { takeFolder } from './lock.mjs'
import { Stop } from './system.mjs'

/** The folder of data, secrets and logs. */
export const homeFolder = () => resolve(process.env.EPIRO_DATA ?? '.data/app')

/**
 * @typedef {{ pid: number, serverPid?: number, address: string, databaseUrl: string }} State what a running start wrote
 * down
 */

/** @param {string} home @returns {State | null} */
export const stateIn = home =>
  readChecked(join(home, 'running.json'), text => {
    const state = JSON.parse(text)
    return Number.isInteger(state?.pid) && typeof state.address === 'string' && typeof state.databaseUrl === 'string'
      ? state
      : null
  })

/**
 * Hands the address of the database on: that of DATABASE_URL, of a running Epiro, or of the local one, which is started
 * for as long.
 * @template T @param {(url: string) => Promise<T>} use @returns {Promise<T>}
 */
export async function withDatabase(use) {
  if (process.env.DATABASE_URL) return use(process.env.DATABASE_URL)
  const home = homeFolder()
  needFolder(home)
  const lock = await takeFolder(home)
  if (!lock) {
    const url = stateIn(home)?.databaseUrl
    if (!url) throw new Stop('Epiro is starting here; try again when it runs')
    return use(url)
  }
  const database = localDatabase(join(home, 'mariadb'))
  try {
    return await use(await database.start())
  } finally {
    await database.stop()
    lock.release()
  }
}
