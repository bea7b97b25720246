import { randomUUID } from 'node:crypto'
import { Stop } from '../lib/system.mjs'
import { eachPart, readLog } from '../../shared/text/logReader'

/** Asks the server as somebody who is signed in; what is sent goes as JSON. */
export type Ask = (path: string, sent?: unknown) => Promise<Response>

/** Letters that a page reads of a file at once. */
const PIECE = 65_536

const told = (what: string, status: number, rows: number, began: number, wanted: number): void => {
  const rate = (rows / ((performance.now() - began) / 1000)).toFixed(0)
  console.log(`| ${what} | ${status} | ${rate} rows/s | | ${wanted} rows/s | |`)
}

/** Takes the log out as a table, so many rows of it. */
export async function exported(ask: Ask, path: string, rows: number): Promise<void> {
  const began = performance.now()
  let lines = 0
  const answer = await ask(path)
  const body: AsyncIterable<Uint8Array> = answer.body!
  for await (const chunk of body) {
    for (const byte of chunk) if (byte === 10) lines++
    if (lines > rows) break
  }
  told('export, CSV', answer.status, lines, began, 20_000)
}

/**
 * Takes a log in as a page does: read through, read again, sent in parts, of which the next is read meanwhile.
 * @param from whose log it is
 */
export async function imported(from: Ask, into: Ask, setupId: string): Promise<void> {
  const file = await (await from(`/api/takes/export?format=json&order=newest&limit=50&setup=${setupId}`)).text()
  // Of its own each time: takes that are known already are only looked up.
  const run = randomUUID().slice(0, 8)
  const text = file.replaceAll('"key":"', `"key":"${run}`)
  const pieces = Array.from({ length: Math.ceil(text.length / PIECE) }, (_, i) =>
    text.slice(i * PIECE, (i + 1) * PIECE),
  )
  const began = performance.now()
  const read = await readLog(pieces)
  if ('mistakes' in read) throw new Stop(JSON.stringify(read.mistakes))
  let status = 0
  let added = 0
  await eachPart(pieces, read.value.setups, async part => {
    const answer = await into('/api/takes/import', part)
    status = answer.status
    if (!answer.ok) throw new Stop(await answer.text())
    added += ((await answer.json()) as { added: number }).added
  })
  told('import', status, added, began, 5000)
}
