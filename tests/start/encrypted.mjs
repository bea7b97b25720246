// @ts-check
// A database elsewhere that speaks over TLS alone: what each ssl-mode accepts and refuses, and the product on it.
import assert from 'node:assert/strict'
import { chmodSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { createConnection } from 'mysql2/promise'
import { generate } from 'selfsigned'
import { register } from 'tsx/esm/api'
import { ownCertificate } from '../../scripts/lib/certificate.mjs'
import { localDatabase } from '../../scripts/lib/database.mjs'
import { begin, endAll, signedIn } from './helpers.mjs'

register()
const { connectionOptions } = await import('../../server/database/address.ts')
const HOME = resolve('.data/test/encrypted')
const THEIRS = `${HOME}/theirs`
const STRANGERS = `${HOME}/strangers`
rmSync(HOME, { recursive: true, force: true })
for (const folder of [THEIRS, STRANGERS]) {
  mkdirSync(folder, { recursive: true })
  await ownCertificate(folder, [])
}
chmodSync(`${THEIRS}/certificate-key.pem`, 0o644)
const database = localDatabase(`${HOME}/mariadb`, [
  `--ssl-cert=${THEIRS}/certificate.pem`,
  `--ssl-key=${THEIRS}/certificate-key.pem`,
])

/** The cipher of a connection made with an address, empty for none. @param {string} address */
async function cipher(address) {
  const connection = await createConnection(connectionOptions(address))
  try {
    const [[row]] = /** @type {any} */ (await connection.query("show session status like 'Ssl_cipher'"))
    return /** @type {string} */ (row.Value)
  } finally {
    await connection.end()
  }
}

/** @param {string} address @param {string} sql */
async function asRoot(address, sql) {
  const password = new URL(address).password
  const root = await createConnection({ socketPath: database.socket, user: 'root', password })
  await root.query(sql)
  await root.end()
}

/** The database shows a certificate of another name from now on. @param {string} address @param {string} name */
async function takeName(address, name) {
  const made = await generate([{ name: 'commonName', value: name }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    extensions: [{ name: 'subjectAltName', altNames: [{ type: 2, value: name }] }],
  })
  writeFileSync(`${THEIRS}/certificate.pem`, made.cert)
  writeFileSync(`${THEIRS}/certificate-key.pem`, made.private)
  await asRoot(address, 'flush ssl')
}

/** @type {import('./helpers.mjs').Begun | undefined} */
let begun
try {
  const plain = await database.start()
  const named = plain.replace('127.0.0.1', 'localhost')
  const theirs = `ssl-ca=${THEIRS}/certificate.pem`
  const strangers = `ssl-ca=${STRANGERS}/certificate.pem`
  assert.equal(await cipher(plain), '')
  assert.match(await cipher(`${plain}?ssl-mode=REQUIRED`), /^TLS_/)

  await asRoot(plain, 'set global require_secure_transport = on')
  await assert.rejects(cipher(plain), /Access denied|secure_transport/)
  assert.match(await cipher(`${plain}?ssl-mode=VERIFY_CA&${theirs}`), /^TLS_/)
  await assert.rejects(cipher(`${plain}?ssl-mode=VERIFY_CA&${strangers}`), /self-signed certificate/)
  await assert.rejects(cipher(`${plain}?ssl-mode=VERIFY_CA`), /self-signed certificate/)
  assert.match(await cipher(`${named}?ssl-mode=VERIFY_IDENTITY&${theirs}`), /^TLS_/)
  await assert.rejects(cipher(`${plain}?ssl-mode=VERIFY_IDENTITY&${theirs}`), /wants the name of the database/)

  const refused = begin(`${HOME}/home`, ['--link'], { DATABASE_URL: plain })
  assert.equal(await refused.ended, 1)
  assert.match(
    refused.text(),
    /The database at 127\.0\.0\.1:\d+ refused the connection: .*; where it wants TLS, add \?ssl-mode=REQUIRED/,
  )
  assert.doesNotMatch(refused.text(), /\n\s+at /)

  const DATABASE_URL = `${named}?ssl-mode=VERIFY_IDENTITY&${theirs}`
  begun = begin(`${HOME}/home`, ['--link'], { DATABASE_URL })
  const { call } = await signedIn(begun)
  const shoot = { name: 'Over TLS', date: '2026-11-24', place: '', notes: '' }
  assert.equal((await call('POST', '/api/shoots', shoot)).status, 201)
  const shoots = (await call('GET', '/api/shoots')).body.map((/** @type {any} */ one) => one.name)
  assert.deepEqual(shoots, ['Over TLS'])
  await endAll(`${HOME}/home`, begun)
  await takeName(plain, 'db.elsewhere.test')
  assert.match(await cipher(`${named}?ssl-mode=VERIFY_CA&${theirs}`), /^TLS_/)
  await assert.rejects(cipher(`${named}?ssl-mode=VERIFY_IDENTITY&${theirs}`), /does not match certificate/)
  console.log('TLS to the database: each mode takes and refuses what it should; the product runs on it')
} finally {
  await endAll(`${HOME}/home`, begun)
  await database.stop()
  rmSync(HOME, { recursive: true, force: true })
}
