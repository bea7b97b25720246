import type { Setup } from '~~/core'
import type { TakeReading } from '~~/core/lab'
import { workerCalls } from '~/services/workerCalls'
import type { ReadAsked } from '~/workers/read.worker'
import { servicesWords } from '~~/shared/texts/pages/services'

const calls = workerCalls<ReadAsked, TakeReading | null>(
  () => new Worker(new URL('../workers/read.worker.ts', import.meta.url), { type: 'module' }),
  servicesWords('takeReading.pictureCouldNotRead'),
)
/** What the page holds are proxies, which no message can carry. */
const ask = (asked: ReadAsked): Promise<TakeReading | null> => calls.ask(JSON.parse(JSON.stringify(asked)) as ReadAsked)

/** Makes ready for takes of a set-up, as entered, while nobody waits; what is ready stays from take to take. */
export const prepareReading = (setup: Setup): void => {
  // What goes wrong here is told where a picture is read.
  ask({ kind: 'setup', setup }).catch(() => {})
}

/** What a picture of a take is read as. @throws Error with a sentence where it cannot be fetched or read */
export const readTake = (of: Omit<Extract<ReadAsked, { kind: 'picture' }>, 'kind'>): Promise<TakeReading> =>
  ask({ kind: 'picture', ...of }) as Promise<TakeReading>

/** Ends the reading, and what was made ready with it. */
export const endReading = (): void => calls.end('Stopped.')
