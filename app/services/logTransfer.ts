import type { Mistake } from '~~/shared/schemas/validate'
import { eachPart, readLog } from '~~/shared/text/logReader'
import { type LogImported, api } from './api'
import { servicesWords } from '~~/shared/texts/pages/services'

/** What came of a file; `stopped` where somebody ended it before its end: what was taken in stays. */
export interface LogTaken extends LogImported {
  stopped: boolean
}

/** What ends the reading of a file that somebody stopped. */
class Stopped extends Error {}

/** Letters of a piece, and ms of work after which the page is let at what else there is. */
const PIECE = 65_536
const AT_ONCE = 30

/** A file's text as it is read, of which some pieces are in memory. @param read told how many bytes there were */
async function* piecesOf(file: Blob, read: (bytes: number) => void = () => {}): AsyncGenerator<string> {
  let bytes = 0
  const counted = new TransformStream<Uint8Array<ArrayBuffer>, Uint8Array<ArrayBuffer>>({
    transform(piece, to) {
      read((bytes += piece.byteLength))
      to.enqueue(piece)
    },
  })
  const reader = file.stream().pipeThrough(counted).pipeThrough(new TextDecoderStream()).getReader()
  let began = performance.now()
  try {
    for (;;) {
      const { value, done } = await reader.read()
      if (done) return
      for (let i = 0; i < value.length; i += PIECE) {
        yield value.slice(i, i + PIECE)
        if (performance.now() - began < AT_ONCE) continue
        await new Promise(resolve => setTimeout(resolve))
        began = performance.now()
      }
    }
  } finally {
    await reader.cancel()
  }
}

/**
 * Takes a file in that was exported, part by part; gives what came of it, or its mistakes, and then nothing was taken
 * in. It is read twice: through to its end before anything is sent, and again as it is.
 *
 * @param isStopped asked before each part
 */
export async function importLog(
  file: File,
  progress: (text: string) => void,
  amend = false,
  isStopped: () => boolean = () => false,
): Promise<LogTaken | { mistakes: Mistake[] }> {
  const total: LogTaken = { added: 0, known: 0, setups: 0, edited: [], amended: 0, stopped: false }
  const stop = (): void => {
    if (isStopped()) throw new Stopped()
  }
  try {
    const share = (bytes: number): void =>
      progress(servicesWords('logTransfer.checked', { share: Math.floor((bytes / Math.max(1, file.size)) * 100) }))
    const read = await readLog(piecesOf(file, share), stop)
    if ('mistakes' in read) return read
    const taken = async (sent: Promise<LogImported>): Promise<void> => {
      const result = await sent
      for (const key of ['added', 'known', 'setups', 'amended'] as const) total[key] += result[key]
      total.edited.push(...result.edited)
    }
    await eachPart(piecesOf(file), read.value.setups, part => {
      stop()
      progress(servicesWords('logTransfer.imported', { added: total.added + total.known, takes: read.value.takes }))
      return taken(api.importLog({ ...part, amend }))
    })
  } catch (error) {
    if (!(error instanceof Stopped)) throw error
    total.stopped = true
  }
  progress('')
  return total
}
