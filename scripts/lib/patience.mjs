// @ts-check
import { connect } from 'node:net'
import { pause } from './processes.mjs'

/** ms between tries to start again what ended: the first, and the longest. */
const AGAIN = { first: 500, longest: 60_000 }
/** ms that must go well before the next try is a first one again. */
const WELL = 60_000
/** ms between looks during a pause. */
const LOOK = 100

/**
 * Tries again what ended, after pauses that grow until it goes well for a while.
 * @param {() => boolean} stopped
 * @param {{ sleep?: (ms: number) => Promise<unknown>, now?: () => number }} clock
 */
export function patience(stopped, { sleep = pause, now = Date.now } = {}) {
  let wait = AGAIN.first
  let began = 0
  return {
    began: () => {
      began = now()
    },
    /** @param {() => boolean | Promise<boolean>} over whether what it waits for is there: then the pause ends */
    async pause(over = () => false) {
      if (now() - began > WELL) wait = AGAIN.first
      for (let waited = 0; waited < wait && !stopped(); waited += LOOK) {
        await sleep(LOOK)
        if (await over()) {
          wait = AGAIN.first
          return
        }
      }
      wait = Math.min(wait * 2, AGAIN.longest)
    },
  }
}

/** Whether something answers where a database should. @param {string} url @returns {Promise<boolean>} */
function answers(url) {
  const { hostname, port } = new URL(url)
  return new Promise(resolve => {
    const socket = connect({ host: hostname.replace(/^\[|\]$/g, ''), port: Number(port || 3306), timeout: 1000 })
    const told = (/** @type {boolean} */ there) => {
      socket.destroy()
      resolve(there)
    }
    socket.once('connect', () => told(true))
    socket.once('error', () => told(false))
    socket.once('timeout', () => told(false))
  })
}

/**
 * Whether a database that was away has come back: what ended for want of it need not wait any longer.
 * @param {string} url
 * @param {(url: string) => Promise<boolean>} there
 */
export function backAgain(url, there = answers) {
  let away = false
  return async () => {
    const now = await there(url)
    away ||= !now
    return away && now
  }
}
