import { type Setup, assess } from '~~/core'
import {
  BENCH,
  BENCH_CAMERA,
  type OfRun,
  STANDARD,
  type TakeReading,
  TakeReader,
  frameOf,
  readingOf,
} from '~~/core/lab'
import { READ_WIDTH } from '~~/shared/reading'
import { answering } from './answering'
import { servicesWords } from '~~/shared/texts/pages/services'

/** A set-up whose takes are to be read, or a picture of one. */
export type ReadAsked =
  | { kind: 'setup'; setup: Setup }
  | { kind: 'picture'; url: string; camera: string | null; setup: Setup; take: OfRun | null }

/** ms of making ready before messages are looked at, and of rest between. */
const SPELL = 25
const REST = 40

let reader: TakeReader | null = null
let known = ''
let going = false

function readerFor(setup: Setup): TakeReader {
  const now = readingOf(setup)
  if (!reader || now !== known) {
    known = now
    reader = new TakeReader(assess(setup))
  }
  return reader
}

/** Makes instants ready while nobody waits, with rests for whatever else the machine does. */
function prepare(): void {
  const at = reader
  const until = performance.now() + SPELL
  while (at && performance.now() < until) if (at.prepare()) break
  going = at !== null && at.ready < 1
  if (going) setTimeout(prepare, REST)
}

async function read({ url, camera, setup, take }: Extract<ReadAsked, { kind: 'picture' }>): Promise<TakeReading> {
  const answer = await fetch(url).catch(() => null)
  if (!answer?.ok) throw new Error(servicesWords('read.pictureCouldNotFetched'))
  const blob = await answer.blob()
  const bitmap = await createImageBitmap(blob, { resizeWidth: READ_WIDTH, resizeQuality: 'medium' }).catch(() => null)
  if (!bitmap) throw new Error(servicesWords('read.pictureCouldNotRead'))
  const { width, height } = bitmap
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0)
  bitmap.close()
  const rgba = context.getImageData(0, 0, width, height).data
  const tone = camera === BENCH_CAMERA ? BENCH : STANDARD
  return readerFor(setup).read(frameOf({ width, height, rgba }, { tone }), take)
}

answering<ReadAsked, TakeReading | null>(asked => {
  if (asked.kind === 'picture') return read(asked)
  readerFor(asked.setup)
  if (!going) prepare()
  return null
})
