import { networkInterfaces } from 'node:os'

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]'])

/**
 * Names under which this server may be asked for: what it listens on, its own addresses where it listens everywhere,
 * and those in EPIRO_HOSTS.
 */
function ownHosts(): Set<string> {
  const listening = process.env.NITRO_HOST ?? process.env.HOST ?? '127.0.0.1'
  const wide = listening === '0.0.0.0' || listening === '::'
  const bracketed = (address: string): string => (address.includes(':') ? `[${address}]` : address)
  const interfaces = wide
    ? Object.values(networkInterfaces())
        .flatMap(list => list ?? [])
        .map(entry => bracketed(entry.address.toLowerCase()))
    : [bracketed(listening)]
  const named = (process.env.EPIRO_HOSTS ?? '')
    .split(/[\s,]+/)
    .filter(name => name !== '')
    .map(name => name.toLowerCase())
  return new Set([...LOOPBACK, ...interfaces, ...named])
}

let known = { at: 0, hosts: new Set<string>() }
/** A machine's addresses change when it joins a network, ms. */
const AGAIN = 30_000

/** Whether a Host header names this server. */
export function isOwnHost(header: string | undefined): boolean {
  const name = /^(\[[0-9a-f:.]+\]|[\w.-]+)(?::\d{1,5})?$/i.exec(header ?? '')?.[1]?.toLowerCase()
  if (!name) return false
  if (Date.now() - known.at > AGAIN) known = { at: Date.now(), hosts: ownHosts() }
  if (known.hosts.has(name)) return true
  known = { at: Date.now(), hosts: ownHosts() }
  return known.hosts.has(name)
}

/** Whether a request comes from this very machine, and not through a proxy on it. */
export function fromLoopback(request: {
  socket: { remoteAddress?: string }
  headers: Record<string, unknown>
}): boolean {
  const address = (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '')
  return (
    (address === '::1' || address.startsWith('127.')) &&
    request.headers['x-forwarded-for'] === undefined &&
    request.headers.forwarded === undefined
  )
}

/** The address a request comes from; what a proxy says of it counts only where EPIRO_PROXY is set. */
export function addressOf(request: { socket: { remoteAddress?: string }; headers: Record<string, unknown> }): string {
  const forwarded = request.headers['x-forwarded-for']
  const last = typeof forwarded === 'string' ? forwarded.split(',').at(-1)!.trim() : ''
  return (process.env.EPIRO_PROXY && last ? last : (request.socket.remoteAddress ?? 'unknown'))
    .replace(/^::ffff:/, '')
    .slice(0, 60)
}
