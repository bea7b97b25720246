// @ts-check
// What somebody may send, and what people do all at once: each against a server of its own on loopback, with how long
// /api/takes kept others waiting.
// A few of each; EPIRO_FAULTS=20 sends twenty times as many, `attacks.mjs fuzzed memory` does these alone.
import assert from 'node:assert/strict'
import { rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { pause } from '../../scripts/lib/processes.mjs'
import { everyRoute, matrix } from './attacks/access.mjs'
import { expensiveBodies, fuzzed } from './attacks/bodies.mjs'
import { heavySetups, reveals } from './attacks/heavy.mjs'
import { memory } from './attacks/memory.mjs'
import { largePictures, slowReaders } from './attacks/pictures.mjs'
import { sockets } from './attacks/sockets.mjs'
import { strangers } from './attacks/strangers.mjs'
import { streams } from './attacks/streams.mjs'
import { cookieFor, table, watched, whileAsking } from './attacks/watching.mjs'
import { begin, endAll, signedIn, stateOf } from './helpers.mjs'

const asked = process.argv.slice(2)
const HOME = resolve('.data/test/attacks')

/** @type {import('./helpers.mjs').Begun | undefined} */
let begun
try {
  rmSync(HOME, { recursive: true, force: true })
  begun = begin(HOME)
  const lead = await signedIn(begun)
  const entered = /sign-in#([\w-]+)/.exec(begun.text())
  assert.ok(entered)
  const { body: own } = await lead.call('POST', '/api/links', { role: 'lead', name: 'Attacks' })
  const cookie = await cookieFor(lead.address, own.token)
  assert.match(cookie, /^__Host-epiro=/)
  Object.assign(watched, { address: lead.address, cookie })
  const { newSetup } = /** @type {any} */ (await import('./setup.mjs'))
  const setup = newSetup('projectile')
  const shootId = (
    await lead.call('POST', '/api/shoots', { name: 'Attacks', date: '2026-11-24', place: '', notes: '' })
  ).body.id
  const { id } = (await lead.call('POST', `/api/shoots/${shootId}/setups`, { setup })).body
  table.push(['nothing', 0, '', `${await whileAsking(() => pause(1500))} ms`])
  const attacks = {
    expensiveBodies: () => expensiveBodies(lead, setup, id),
    fuzzed: () => fuzzed(lead, setup, id),
    heavySetups: () => heavySetups(lead, shootId),
    largePictures: () => largePictures(lead, id, cookie),
    slowReaders: () => slowReaders(lead, id, cookie),
    reveals: () => reveals(lead),
    streams: () => streams(lead, id),
    matrix: () => matrix(lead, setup, id),
    everyRoute: () => everyRoute(lead),
    sockets: () => sockets(lead, cookie),
    strangers: () => strangers(lead, cookie),
    memory: () => memory(lead, id, stateOf(HOME).serverPid),
  }
  for (const [name, attack] of Object.entries(attacks)) {
    if (asked.length > 0 && !asked.includes(name)) continue
    const began = Date.now()
    await attack()
    console.log(`${name}: ${((Date.now() - began) / 1000).toFixed(0)} s`)
  }
  for (const [attack, times, result, stall] of table)
    console.log(`${attack.padEnd(76)} ${String(times).padStart(5)}  ${result.padEnd(76)} ${stall}`)
} finally {
  await endAll(HOME, begun)
}
