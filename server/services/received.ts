import { createHash } from 'node:crypto'
import { mkdtemp, open, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { problem } from '../utils/problem'
import { serverWords } from '../../shared/texts/server'

/** A file that came in, on disk until it is dealt with. */
export interface Received {
  path: string
  /** SHA-256 of its bytes. */
  hash: string
}

const folder = (): Promise<string> => mkdtemp(join(tmpdir(), 'epiro-'))
const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex')

/** Files being received at once, and by one caller; more wait, their bytes unread. */
const AT_ONCE = { all: 4, one: 2 } as const
/** ms in which a file must have come. */
const PATIENCE = 120_000

const queue: { who: string; begin: () => void }[] = []
const busy = new Map<string, number>()
const total = (): number => [...busy.values()].reduce((sum, n) => sum + n, 0)

function advance(): void {
  for (let i = 0; i < queue.length && total() < AT_ONCE.all;) {
    const { who, begin } = queue[i]!
    if ((busy.get(who) ?? 0) >= AT_ONCE.one) {
      i++
      continue
    }
    queue.splice(i, 1)
    busy.set(who, (busy.get(who) ?? 0) + 1)
    begin()
  }
}

async function inTurn<T>(who: string, what: () => Promise<T>): Promise<T> {
  await new Promise<void>(begin => {
    queue.push({ who, begin })
    advance()
  })
  try {
    return await what()
  } finally {
    const left = busy.get(who)! - 1
    if (left === 0) busy.delete(who)
    else busy.set(who, left)
    advance()
  }
}

/**
 * Takes a stream of bytes in as a file and hands it on; the file and what was made beside it are gone afterwards.
 *
 * @param who whose turn it is
 * @throws 413 as soon as it is over the limit; 408 where it does not come to its end
 */
export function receive<T>(
  who: string,
  bytes: AsyncIterable<Buffer>,
  limit: number,
  use: (file: Received) => Promise<T>,
): Promise<T> {
  return inTurn(who, async () => {
    const home = await folder()
    try {
      const path = join(home, 'file')
      const file = await open(path, 'w', 0o600)
      const hash = createHash('sha256')
      const until = Date.now() + PATIENCE
      let size = 0
      try {
        for await (const chunk of bytes) {
          size += chunk.length
          if (size > limit) throw problem(413, serverWords('received.bodyOverMb', { limit: limit / 1024 / 1024 }))
          if (Date.now() > until) throw problem(408, serverWords('received.uploadTookTooLong'))
          hash.update(chunk)
          await file.write(chunk)
        }
      } finally {
        await file.close()
      }
      return await use({ path, hash: hash.digest('hex') })
    } finally {
      await rm(home, { recursive: true, force: true })
    }
  })
}

/** The same with bytes that are here already. */
export async function received<T>(bytes: Buffer, use: (file: Received) => Promise<T>): Promise<T> {
  const home = await folder()
  try {
    const path = join(home, 'file')
    await writeFile(path, bytes, { mode: 0o600 })
    return await use({ path, hash: hashOf(bytes) })
  } finally {
    await rm(home, { recursive: true, force: true })
  }
}
