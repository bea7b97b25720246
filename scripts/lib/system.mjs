// @ts-check
import { spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

/** A message for whoever started the command; no stack trace. */
export class Stop extends Error {}

/** @param {string} text */
export const say = text => console.log(text)

const isRoot = () => process.getuid?.() === 0

/** @param {string} command */
function found(command) {
  return ['/usr/sbin', '/usr/bin', '/usr/local/bin', '/bin', '/sbin'].some(folder => existsSync(`${folder}/${command}`))
}

/**
 * Runs a command to its end, its output shown.
 * @param {string} command
 * @param {string[]} args
 * @param {Record<string, string>} [env]
 */
export function run(command, args, env = {}) {
  const done = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
  if (done.error) throw new Stop(`${command}: ${done.error.message}`)
  return done.status ?? 1
}

/**
 * Installs Debian packages whose command is missing; where this is not root, says exactly what to install and stops.
 * @param {Record<string, string>} packages command to package
 */
export function needPackages(packages) {
  const missing = [
    ...new Set(
      Object.entries(packages)
        .filter(([command]) => !found(command))
        .map(([, name]) => name),
    ),
  ]
  if (missing.length === 0) return
  const install = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`
  if (!isRoot() || !found('apt-get'))
    throw new Stop(
      `Missing on this machine: ${missing.join(', ')}\nInstall with:\n  sudo sh -c '${install}'\nthen start again.`,
    )
  if (!installs(missing)) throw new Stop(`Could not install ${missing.join(', ')}`)
}

/** @param {string[]} packages @returns whether they are installed now */
function installs(packages) {
  say(`Installing ${packages.join(', ')} …`)
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  return (
    run('apt-get', ['update', '-qq'], env) === 0 &&
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], env) === 0
  )
}

export const HEADLESS = 'chromium-headless-shell'
/**
 * A Chromium without a screen: the one that is made for it, twice as quick, or else the whole one; installed where it
 * can be.
 * @returns its path
 */
export function needBrowser() {
  if (!found(HEADLESS) && isRoot() && found('apt-get')) installs([HEADLESS])
  if (found(HEADLESS)) return `/usr/bin/${HEADLESS}`
  needPackages({ chromium: 'chromium' })
  return '/usr/bin/chromium'
}

/**
 * Begins to install what of some Debian packages is missing, beside whatever comes next; what cannot be installed here
 * is told where it is needed.
 * @param {Record<string, string>} packages command to package
 * @returns {Promise<void>} when that is over, well or not
 */
export function beginPackages(packages) {
  const missing = [...new Set(Object.entries(packages).flatMap(([command, name]) => (found(command) ? [] : [name])))]
  if (missing.length === 0 || !isRoot() || !found('apt-get')) return Promise.resolve()
  say(`Installing ${missing.join(', ')} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const install = `apt-get update -qq && apt-get install -y -qq --no-install-recommends ${missing.join(' ')}`
  const child = spawn('sh', ['-c', install], { stdio: 'inherit', env })
  return new Promise(done => child.once('close', () => done()).once('error', () => done()))
}

/** @param {number} least @param {number} leastMinor */
export function needNode(least, leastMinor) {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (major < least || (major === least && minor < leastMinor))
    throw new Stop(`Node.js ${least}.${leastMinor} or later is needed; this is ${process.versions.node}`)
}
