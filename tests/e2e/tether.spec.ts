import { type ChildProcess, spawn } from 'node:child_process'
import { copyFile, mkdir, mkdtemp, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Page, expect } from '@playwright/test'
import { test } from './base'
import { callApi, enterDemo } from './helpers'
import { secondServer, takesOf } from './runHelpers'

const started: ChildProcess[] = []
test.afterEach(() => {
  started.splice(0).forEach(child => child.kill('SIGKILL'))
})

/** The command as a user starts it; its lines as they come. */
function epiro(args: string[]): {
  lines: string[]
  errors: string[]
  child: ChildProcess
  ended: Promise<number | null>
} {
  const child = spawn(process.execPath, ['bin/epiro.mjs', ...args], { stdio: ['pipe', 'pipe', 'pipe'] })
  started.push(child)
  const [lines, errors]: [string[], string[]] = [[], []]
  child.stdout.on('data', (chunk: Buffer) => lines.push(...chunk.toString().split('\n').filter(Boolean)))
  child.stderr.on('data', (chunk: Buffer) => errors.push(...chunk.toString().split('\n').filter(Boolean)))
  return {
    lines,
    errors,
    child,
    ended: new Promise(resolve => {
      child.once('exit', code => resolve(code))
    }),
  }
}
async function link(page: Page, address: string): Promise<string> {
  return `${address}/sign-in#${(await callApi(page, 'POST', '/api/links', { role: 'assistant' })).body.token as string}`
}
/** Fires the bench once and notes the take. */
async function shoot(page: Page, id: string, n: number): Promise<void> {
  await page.evaluate(
    async ([setup, number]) => {
      const socket = new WebSocket(`ws://${location.host}/api/setups/${setup}/bench`)
      await new Promise(resolve => {
        socket.onopen = resolve
      })
      const say = (line: string) =>
        new Promise<void>(resolve => {
          socket.onmessage = event => {
            if (/^(OK|ERROR)/.test(String(event.data))) resolve()
          }
          socket.send(line)
        })
      for (const line of ['SET delay 0.0185', 'SHUTTER OPEN', 'ARM', 'ACT']) await say(line)
      const firedAt = new Date().toISOString()
      await say('SHUTTER CLOSE')
      socket.close()
      await fetch(`/api/setups/${setup}/takes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          key: `tether-${number}-${String(setup).slice(0, 8)}`,
          delay: 0.0185,
          verdict: 'late',
          keeper: false,
          position: null,
          note: '',
          firedAt,
        }),
      })
    },
    [id, n] as const,
  )
}
const placed = async (page: Page, id: string) =>
  ((await callApi(page, 'GET', `/api/setups/${id}/pictures`)).body as { name: string; takeId: string | null }[])
    .map(p => `${p.name.replace(/^[0-9a-f]{8}-/, '')} ${p.takeId ? 'placed' : 'waits'}`)
    .sort()

test('what the camera writes into a folder goes to the takes of its time, over a server that goes away', async ({
  browser,
}) => {
  test.setTimeout(240_000)
  const folder = join(await mkdtemp(join(tmpdir(), 'tether-')), 'in')
  await mkdir(folder)
  let server = await secondServer(3179, { EPIRO_BENCH_FOLDER: folder })
  const context = await browser.newContext({ baseURL: server.address })
  const page = await context.newPage()
  await enterDemo(page)
  const { id } = (await callApi(page, 'POST', '/api/practice', { exercise: 'cracker-beam', seed: 9 })).body as {
    id: string
  }
  const watch = epiro(['watch', folder, '--link', await link(page, server.address), '--setup', id])
  await expect.poll(() => watch.lines.join('\n'), { timeout: 20_000 }).toContain('Watching')
  await shoot(page, id, 1)
  await expect.poll(() => placed(page, id), { timeout: 20_000 }).toEqual(['bench-0001.png placed'])
  await expect.poll(() => watch.lines.join('\n')).toMatch(/bench-0001\.png: (with|waits for) its take/)

  await page.waitForTimeout(5000)
  await server.kill()
  await writeFile(join(folder, 'notes.txt'), 'not a picture')
  await copyFile('docs/screenshots/run.png', join(folder, 'late.png'))
  await expect.poll(() => watch.lines.join('\n'), { timeout: 20_000 }).toContain('trying again')
  server = await secondServer(3179, { EPIRO_BENCH_FOLDER: folder })
  await shoot(page, id, 2)
  await expect.poll(async () => (await placed(page, id)).length, { timeout: 90_000 }).toBe(3)
  expect(await placed(page, id)).toContain('bench-0002.png placed')
  await expect.poll(() => watch.lines.join('\n')).toContain('notes.txt: skipped')
  expect(await takesOf(page, id)).toHaveLength(2)
  watch.child.kill('SIGINT')
  expect(await watch.ended).toBe(0)

  // Watched once more from the start, nothing comes in twice.
  const again = epiro(['watch', folder, '--link', await link(page, server.address), '--setup', id, '--all'])
  await expect.poll(() => again.lines.filter(line => line.includes('.png:')).length, { timeout: 30_000 }).toBe(3)
  expect(await placed(page, id)).toHaveLength(3)
  await context.close()
  await server.kill()
})

test('a watch that cannot be says why, on standard error, and ends with 2', async ({ page, baseURL }) => {
  await enterDemo(page)
  const folder = await mkdtemp(join(tmpdir(), 'tether-'))
  const id = '00000000-0000-4000-8000-000000000000'
  const used = await link(page, baseURL!)
  await callApi(page, 'POST', '/api/session', { token: new URL(used).hash.slice(1) })
  for (const [args, said] of [
    [['watch'], 'Name the folder'],
    [['watch', '/nowhere/at/all'], 'no such folder'],
    [['watch', folder], '--link'],
    [['watch', folder, '--link', used, '--setup', 'x'], '--setup'],
    [['watch', folder, '--link', used, '--setup', id], 'was used, cancelled or is too old'],
    [['watch', folder, '--link', `http://127.0.0.1:9/sign-in#${'x'.repeat(43)}`, '--setup', id], 'cannot be reached'],
    [['watch', folder, '--colour'], 'colour'],
    [['bench', 'nothing.json'], 'no such file'],
    [['bench', 'nothing.json', '--seed', 'x'], '--seed'],
  ] as const) {
    const run = epiro([...args])
    expect(await run.ended, args.join(' ')).toBe(2)
    expect(run.errors.join('\n')).toContain(said)
  }
})

test('the practice bench at the end of a pipe speaks the device interface and writes pictures', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'bench-'))
  const { newSetup } = await import('~~/core')
  await writeFile(join(folder, 'setup.json'), JSON.stringify(newSetup('projectile')))
  const bench = epiro(['bench', join(folder, 'setup.json'), '--seed', '5', '--folder', folder])
  bench.child.stdin!.end('HELLO 1\nSET delay 0.018\nSHUTTER OPEN\nARM\nACT\nSHUTTER CLOSE\nJUMP\n')
  expect(await bench.ended).toBe(0)
  expect(bench.lines[0]).toMatch(/^OK 1 practice/)
  expect(bench.lines.find(line => line.startsWith('PICTURE'))).toMatch(/^PICTURE bench-0001\.png \d+$/)
  expect(bench.lines.at(-1)).toBe('ERROR unknown command JUMP')
})
