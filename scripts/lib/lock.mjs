// @ts-check
import { createHash } from 'node:crypto'
import { realpathSync } from 'node:fs'
import { createConnection, createServer } from 'node:net'

/**
 * A name that the kernel gives to one process at a time, and takes back when it ends, however it ends.
 * @param {string} home
 */
const nameOf = home => `\0epiro-${createHash('sha256').update(realpathSync(home)).digest('hex').slice(0, 32)}`

/**
 * @typedef {{ pid: number | null, address: string | null }} Holder who holds a data folder, and where it answers once
 * it does
 */

/**
 * Takes a data folder for this process; null where another has it.
 * @param {string} home @returns {Promise<{ tell: (address: string) => void, release: () => void } | null>}
 */
export function takeFolder(home) {
  /** @type {string | null} */
  let address = null
  const server = createServer(socket => {
    socket.on('error', () => {})
    socket.end(JSON.stringify({ pid: process.pid, address }))
  })
  server.unref()
  return new Promise((resolve, reject) => {
    server.once('error', error => {
      ;/** @type {NodeJS.ErrnoException} */ (error).code === 'EADDRINUSE' ? resolve(null) : reject(error)
    })
    server.listen(nameOf(home), () =>
      resolve({
        tell: at => {
          address = at
        },
        release: () => {
          server.close()
        },
      }),
    )
  })
}

/**
 * Who holds a data folder; null: nobody. One that is too busy to say who it is holds it all the same.
 * @param {string} home
 * @returns {Promise<Holder | null>}
 */
export function holderOf(home) {
  return new Promise(resolve => {
    let text = ''
    let there = false
    const socket = createConnection(nameOf(home), () => {
      there = true
    })
    socket.setTimeout(2000, () => socket.destroy())
    socket
      .on('data', chunk => {
        text += chunk
      })
      .on('error', () => {})
      .on('close', () => {
        try {
          resolve(JSON.parse(text))
        } catch {
          resolve(there ? { pid: null, address: null } : null)
        }
      })
  })
}
