// @ts-check
import { readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** @param {number} milliseconds */
export const pause = milliseconds => new Promise(resolve => setTimeout(resolve, milliseconds))

/** @param {number} port @param {string} [host] */
export function portFree(port, host = '127.0.0.1') {
  return new Promise(resolve => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen(port, host, () => probe.close(() => resolve(true)))
  })
}

/** ms by which who chose a port listens there. */
const CLAIMED = 30_000

/** @param {string} file @returns {boolean} whether another that lives took a port a moment ago */
function claimed(file) {
  try {
    const pid = Number(readFileSync(file, 'utf8'))
    return pid !== process.pid && Date.now() - statSync(file).mtimeMs < CLAIMED && process.kill(pid, 0)
  } catch {
    return false
  }
}

/**
 * Says that a port is taken before anything listens there, so that two that begin at once do not both take it.
 * @param {number} port @returns {boolean} whether it is ours
 */
function claim(port) {
  const file = join(tmpdir(), `epiro-port-${port}`)
  if (claimed(file)) return false
  try {
    rmSync(file, { force: true })
    writeFileSync(file, String(process.pid), { flag: 'wx' })
    return true
  } catch (error) {
    // Where nothing can be written nobody can say so: then it is ours unless somebody listens.
    return /** @type {NodeJS.ErrnoException} */ (error).code !== 'EEXIST'
  }
}

/** The usual port, or any free one. @param {number} usual @param {string} [host] @returns {Promise<number>} */
export async function choosePort(usual, host = '127.0.0.1') {
  if ((await portFree(usual, host)) && claim(usual)) return usual
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, host, () => {
      const address = probe.address()
      const port = typeof address === 'object' && address ? address.port : 0
      probe.close(() => resolve(port))
    })
  })
}

/**
 * Whether a process runs and its command line holds a text: a pid alone may have been given to another.
 * @param {number | undefined} pid
 * @param {string} text
 */
export function runs(pid, text) {
  if (!pid) return false
  try {
    process.kill(pid, 0)
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(text)
  } catch {
    return false
  }
}

/**
 * Asks a process to end and waits; after the patience it is killed.
 * @param {number} pid
 * @param {string} text
 * @param {number} patience ms
 */
export async function end(pid, text, patience) {
  if (!runs(pid, text)) return
  process.kill(pid, 'SIGTERM')
  for (let waited = 0; waited < patience; waited += 50) {
    if (!runs(pid, text)) return
    await pause(50)
  }
  if (runs(pid, text)) process.kill(pid, 'SIGKILL')
}

/**
 * Pids of this user's processes whose command line holds a text, and whose environment holds another.
 * @param {string} text
 * @param {string} [environment]
 */
export function processesWith(text, environment) {
  return readdirSync('/proc')
    .filter(name => /^\d+$/.test(name))
    .map(Number)
    .filter(pid => {
      if (pid === process.pid || !runs(pid, text)) return false
      try {
        return (
          environment === undefined || readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(environment)
        )
      } catch {
        return false
      }
    })
}
