// @ts-check
// Listening beyond loopback: over https with a certificate made at the first start and kept, a bare http port that only
// redirects, and a cookie a phone keeps.
import assert from 'node:assert/strict'
import { spawn } from 'node:child_process'
import { existsSync, readFileSync, rmSync, statSync } from 'node:fs'
import http from 'node:http'
import https from 'node:https'
import { resolve } from 'node:path'
import { choosePort } from '../../scripts/lib/processes.mjs'

const HOME = resolve('.data/test/secure')
rmSync(HOME, { recursive: true, force: true })

/** @param {string[]} args @returns {Promise<{ child: import('node:child_process').ChildProcess, text: string }>} */
function start(args) {
  /** @type {NodeJS.ProcessEnv} */
  const env = { ...process.env, EPIRO_DATA: HOME }
  for (const name of ['DATABASE_URL', 'PORT', 'HOST']) delete env[name]
  const child = spawn(process.execPath, ['scripts/start.mjs', '--link', ...args], {
    env,
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let text = ''
  return new Promise(done => {
    const look = (/** @type {Buffer} */ chunk) => {
      text += chunk
      if (/fingerprint/.test(text)) setTimeout(() => done({ child, text }), 200)
    }
    child.stdout.on('data', look)
    child.stderr.on('data', look)
    child.once('exit', () => done({ child, text }))
  })
}
/**
 * @param {string} url
 * @param {string} [ca]
 * @param {import('node:https').RequestOptions} [options]
 * @param {string} [body]
 * @returns {Promise<import('node:http').IncomingMessage>}
 */
const ask = (url, ca, options = {}, body) =>
  new Promise((done, failed) => {
    const request = (url.startsWith('https:') ? https : http).request(
      url,
      { ...options, ...(ca ? { ca } : {}) },
      response => {
        response.resume()
        done(response)
      },
    )
    request.on('error', failed)
    request.end(body)
  })
/** @param {import('node:child_process').ChildProcess} child */
const stop = child =>
  new Promise(done => {
    child.once('exit', done)
    child.kill('SIGTERM')
  })

/** @type {import('node:child_process').ChildProcess | undefined} */
let child
try {
  const [port, httpPort] = [await choosePort(3543), await choosePort(3580)]
  const ports = ['--port', String(port), '--http-port', String(httpPort)]
  const begun = await start(['--listen', ...ports])
  child = begun.child
  const token = /sign-in#([\w-]+)/.exec(begun.text)?.[1]
  assert.ok(token, `No link printed:\n${begun.text}`)
  assert.match(begun.text, /Epiro runs at\s+https:/)
  const ca = readFileSync(`${HOME}/certificate.pem`, 'utf8')
  assert.equal(statSync(`${HOME}/certificate-key.pem`).mode & 0o077, 0, 'Others may read the key')
  const address = `https://127.0.0.1:${port}`
  const health = await ask(`${address}/api/health`, ca)
  assert.equal(health.statusCode, 200)
  assert.equal(health.headers['strict-transport-security'], 'max-age=31536000')
  await assert.rejects(ask(`${address}/api/health`), /self.signed/i)
  const entered = await ask(
    `${address}/api/session`,
    ca,
    {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'origin': address, 'sec-fetch-site': 'same-origin' },
    },
    JSON.stringify({ token }),
  )
  assert.equal(entered.statusCode, 200)
  assert.match(String(entered.headers['set-cookie']), /^__Host-epiro=[^;]+;.*Secure/)
  const foreign = await ask(
    `${address}/api/session`,
    ca,
    { method: 'POST', headers: { 'content-type': 'application/json', 'origin': 'https://elsewhere.test' } },
    '{}',
  )
  assert.equal(foreign.statusCode, 403)

  // The bare port answers with nothing but the way on, whatever it is asked.
  const redirected = await ask(`http://127.0.0.1:${httpPort}/setups/x?y=1`, undefined, {
    headers: { host: 'studio.local:80' },
  })
  assert.equal(redirected.statusCode, 308)
  assert.equal(redirected.headers.location, `https://studio.local:${port}/setups/x?y=1`)
  assert.equal(
    (await ask(`http://127.0.0.1:${httpPort}/`, undefined, { headers: { host: 'evil.test/@x' } })).statusCode,
    400,
  )
  await stop(child)

  // The certificate stays the same, for a phone that has trusted it once; and one that is given is taken.
  const again = await start([
    '--listen',
    ...ports,
    '--cert',
    `${HOME}/certificate.pem`,
    '--key',
    `${HOME}/certificate-key.pem`,
  ])
  child = again.child
  assert.equal(readFileSync(`${HOME}/certificate.pem`, 'utf8'), ca)
  assert.equal((await ask(`${address}/api/health`, ca)).statusCode, 200)
  await stop(child)

  for (const [args, said] of /** @type {const} */ ([
    [['--listen', '--cert', 'x.pem'], /needs its key/],
    [['--listen', '--cert', 'x.pem', '--key', 'y.pem'], /cannot be read/],
    [['--port', 'many'], /no port/],
    [['--colour'], /colour/],
  ])) {
    const refused = await start([...args])
    assert.equal(refused.child.exitCode, 1, args.join(' '))
    assert.match(refused.text, said)
  }
  assert.ok(existsSync(HOME))
  console.log(
    'listen, https with a certificate of its own, redirect, given certificate, bad options: as they should be',
  )
} finally {
  if (child && child.exitCode === null) await stop(child)
  rmSync(HOME, { recursive: true, force: true })
}
