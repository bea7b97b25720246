import { mkdtempSync, rmSync, unlinkSync, writeFileSync } from 'node:fs'
import { type IncomingMessage, type Server, type ServerResponse, createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Refused, watchFolder } from '~~/cli/watch'

const folder = mkdtempSync(join(tmpdir(), 'epiro-watch-'))
const open: Server[] = []
afterEach(() => {
  for (const server of open.splice(0)) {
    server.close()
    server.closeAllConnections()
  }
})
afterAll(() => rmSync(folder, { recursive: true }))

/** A server that keeps what it takes; `moody` says what it answers to the n-th upload instead, null: it takes it. */
async function studio(moody: (upload: number) => number | 'reset' | null, begins: number[] = []) {
  const kept = new Map<string, string[]>()
  let uploads = 0
  let signedIn = 0
  const answer = (request: IncomingMessage, response: ServerResponse, body: Buffer): void => {
    const url = new URL(request.url!, 'http://studio')
    const end = (status: number, more: object = {}): void => {
      response.writeHead(
        status,
        status === 200 && url.pathname === '/api/session' ? { 'set-cookie': 's=1; Path=/' } : {},
      )
      response.end(JSON.stringify(more))
    }
    if (url.pathname === '/api/health') return end(begins.shift() ?? 200)
    if (url.pathname === '/api/session') {
      signedIn++
      return end(200)
    }
    const mood = moody(uploads++)
    if (mood === 'reset') {
      request.socket.destroy()
      return
    }
    if (mood !== null) return end(mood)
    const name = url.searchParams.get('name')!
    kept.set(name, [...(kept.get(name) ?? []), body.toString()])
    end(201, { id: name, takeId: null })
  }
  const server = createServer((request, response) => {
    const chunks: Buffer[] = []
    request
      .on('data', (chunk: Buffer) => chunks.push(chunk))
      .on('end', () => answer(request, response, Buffer.concat(chunks)))
  })
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  open.push(server)
  const { port } = server.address() as AddressInfo
  return { kept, url: new URL(`http://127.0.0.1:${port}`), signedIn: () => signedIn }
}

const watching = (server: URL, said: string[], more: { signal: AbortSignal; all?: boolean }) =>
  watchFolder({ folder, server, setup: 'x', token: 't', all: true, retry: 5, say: line => said.push(line), ...more })

test('a folder of 2,000 pictures arrives whole through a server that is busy, slow, away and cut off', async () => {
  const COUNT = 2000
  for (let i = 0; i < COUNT; i++) writeFileSync(join(folder, `p${i}.jpg`), `picture ${i}`)
  const moods = [429, 408, 425, 500, 503, 507, 'reset'] as const
  const server = await studio(
    upload => (upload % 11 === 3 ? moods[((upload / 11) % moods.length) | 0]! : null),
    [503, 429],
  )
  const ended = new AbortController()
  const said: string[] = []
  const done = watching(server.url, said, { signal: ended.signal })
  await Promise.race([
    done,
    new Promise<void>(resolve => {
      const look = setInterval(() => {
        if (server.kept.size < COUNT) return
        clearInterval(look)
        resolve()
      }, 50)
    }),
  ])
  ended.abort()
  await done
  // The link is used once, and only when the server is ready.
  expect(server.signedIn()).toBe(1)
  expect(said[0]).toContain('not ready yet')
  expect(server.kept.size).toBe(COUNT)
  for (const [name, bodies] of server.kept) expect(bodies).toEqual([`picture ${/\d+/.exec(name)![0]}`])
}, 120_000)

test('a file that vanished or is not accepted is skipped, and being signed out ends it', async () => {
  for (let i = 0; i < 2000; i++) unlinkSync(join(folder, `p${i}.jpg`))
  for (const name of ['a.jpg', 'b.jpg', 'c.jpg', 'notes.txt']) writeFileSync(join(folder, name), name)
  // While the first one is refused, the second vanishes.
  const server = await studio(upload => {
    if (upload === 0) unlinkSync(join(folder, 'b.jpg'))
    return upload === 0 ? 422 : upload === 1 ? null : 401
  })
  const said: string[] = []
  const done = watching(server.url, said, { signal: new AbortController().signal })
  writeFileSync(join(folder, 'd.jpg'), 'd')
  await expect(done).rejects.toThrow(Refused)
  expect(said.filter(line => line.includes('skipped')).map(line => line.split(':')[0])).toEqual(
    expect.arrayContaining(['notes.txt', 'b.jpg']),
  )
  expect(said.some(line => line.includes('not accepted'))).toBe(true)
  expect(server.kept.size).toBe(1)
}, 30_000)
