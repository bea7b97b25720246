// @ts-check
import http from 'node:http'
import { Worker } from 'node:worker_threads'

/** How many times as much is sent: EPIRO_FAULTS=20 sends twenty times of each. */
export const TIMES = Number(process.env.EPIRO_FAULTS ?? 1)
/** @type {[attack: string, times: number, result: string, stall: string][]} */
export const table = []
export const NOBODY = '6f1c0b8e-0000-4000-8000-000000000000'
/** How somebody who is signed in sends JSON. */
export const asLead = () => ({ 'cookie': watched.cookie, 'content-type': 'application/json' })

/** A thread of its own that asks for takes and, where a set-up is named, logs some, as long as it is let. */
const ASKING = `
  const { parentPort, workerData: { address, cookie, setupId } } = require('node:worker_threads')
  let over = false
  const found = { stall: 0, logged: 0, slowest: 0 }
  parentPort.on('message', () => { over = true })
  const headers = { cookie, 'content-type': 'application/json' }
  const timed = async (path, status, more = {}) => {
    const began = performance.now()
    const response = await fetch(address + path, { headers, ...more })
    await response.text()
    if (response.status !== status) throw new Error(path + ' was answered with ' + response.status)
    return Math.round(performance.now() - began)
  }
  const firedAt = '2026-11-20T10:00:00.000Z'
  const key = n => 'attack-' + Date.now() + '-' + n
  const take = n =>
    JSON.stringify({ key: key(n), delay: 0.018, verdict: 'on', keeper: false, position: null, note: '', firedAt })
  ;(async () => {
    for (let i = 0; i < 5; i++) await timed('/api/takes?limit=50', 200)
    parentPort.postMessage('ready')
    while (!over) {
      found.stall = Math.max(found.stall, await timed('/api/takes?limit=50', 200))
      const sent = { method: 'POST', body: take(found.logged++) }
      if (setupId) found.slowest = Math.max(found.slowest, await timed('/api/setups/' + setupId + '/takes', 201, sent))
      await new Promise(done => setTimeout(done, 10))
    }
    parentPort.postMessage(found)
    parentPort.close()
  })()`

/**
 * Does something while takes are asked for; gives the longest wait, ms.
 * @param {() => Promise<unknown>} what
 * @param {string} [setupId] where takes are logged too
 */
export async function watching(what, setupId) {
  const asking = new Worker(ASKING, { eval: true, workerData: { ...watched, setupId } })
  const failed = new Promise((_, reject) => {
    asking.once('error', reject)
  })
  await Promise.race([new Promise(done => asking.once('message', done)), failed])
  const found = new Promise(done => asking.once('message', done))
  try {
    await Promise.race([what(), failed])
  } finally {
    asking.postMessage('over')
  }
  return /** @type {Promise<{ stall: number, logged: number, slowest: number }>} */ (Promise.race([found, failed]))
}
/** @param {() => Promise<unknown>} what */
export const whileAsking = async what => (await watching(what)).stall

/** Whose log is asked for. */
export const watched = { address: '', cookie: '' }

/**
 * @param {string} address
 * @param {{ method?: string, path: string, headers?: Record<string, string>, body?: string | Buffer }} request
 * @returns {Promise<{ status: number, headers: import('node:http').IncomingHttpHeaders, text: string }>}
 */
export const raw = (address, { method = 'GET', path, headers = {}, body }) =>
  new Promise((done, failed) => {
    const request = http.request(address + path, { method, headers }, response => {
      let text = ''
      response
        .on('data', chunk => {
          text += chunk
        })
        .on('end', () => done({ status: response.statusCode ?? 0, headers: response.headers, text }))
    })
    request.on('error', failed)
    request.end(body)
  })

export const many = (/** @type {number} */ n, /** @type {unknown} */ value = {}) =>
  Array.from({ length: n }, () => value)

/** Signs in by a link, apart from a caller's own session. @param {string} address @param {string} token */
export async function cookieFor(address, token) {
  const { headers } = await raw(address, {
    method: 'POST',
    path: '/api/session',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ token }),
  })
  return (headers['set-cookie']?.[0] ?? '').split(';')[0] ?? ''
}
