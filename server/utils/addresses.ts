import { networkInterfaces } from 'node:os'
import { type H3Event, getRequestURL } from 'h3'

/**
 * Where another device can reach this server: as this one does, and where it listens beyond loopback each of the
 * machine's own addresses.
 */
export function joinAddresses(event: H3Event): string[] {
  const here = getRequestURL(event)
  const host = process.env.NITRO_HOST ?? process.env.HOST ?? '127.0.0.1'
  const wide = host === '0.0.0.0' || host === '::'
  const own = wide
    ? Object.values(networkInterfaces())
        .flatMap(list => list ?? [])
        .filter(entry => !entry.internal && entry.family === 'IPv4')
        .map(entry => `${here.protocol}//${entry.address}${here.port ? `:${here.port}` : ''}`)
    : []
  const local = /^(localhost|127\.|\[?::1)/.test(here.hostname)
  return local ? [...own, here.origin] : [here.origin, ...own.filter(address => address !== here.origin)]
}
