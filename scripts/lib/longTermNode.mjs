// @ts-check
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { say } from './system.mjs'

/** Node's long-term version that is tested beside the floor of package.json; its builds by platform are packages. */
const VERSION = '26.12.1'

/**
 * Node's long-term version, fetched once into the folder of test data.
 * @returns {Promise<string | null>} its path; null where there is none for this platform, or it cannot be fetched
 */
export async function longTermNode() {
  const name = `node-${process.platform}-${process.arch}`
  const home = resolve('.data/node', VERSION)
  const path = `${home}/node_modules/${name}/bin/node`
  if (existsSync(path)) return path
  const args = ['install', '--silent', '--no-save', '--no-package-lock', '--prefix', home, `${name}@${VERSION}`]
  const child = spawn('npm', args, { stdio: 'ignore' })
  const code = await new Promise(done => child.once('close', done).once('error', () => done(1)))
  if (code === 0 && existsSync(path)) return path
  say(`Node ${VERSION} could not be fetched: what runs on it runs on ${process.versions.node} alone`)
  return null
}
