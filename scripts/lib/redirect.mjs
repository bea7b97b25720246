// @ts-check
import { createServer } from 'node:http'

/**
 * A bare http port that does nothing but send on to https.
 * @param {{ host: string, port: number, httpsPort: number }} options
 * @returns {Promise<import('node:http').Server>}
 */
export function startRedirect({ host, port, httpsPort }) {
  const server = createServer((request, response) => {
    const name = (request.headers.host ?? '').replace(/:\d+$/, '')
    // A host that is none would let the answer send people elsewhere.
    if (!/^(\[[0-9a-f:]+\]|[\w.-]+)$/i.test(name)) {
      response.writeHead(400).end()
      return
    }
    response
      .writeHead(308, { 'location': `https://${name}:${httpsPort}${request.url ?? '/'}`, 'content-length': 0 })
      .end()
  })
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, host, () => resolve(server))
  })
}
