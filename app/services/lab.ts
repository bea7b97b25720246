import { workerCalls } from '~/services/workerCalls'
import type { LabAsked, LabGiven } from '~/workers/lab.worker'
import { servicesWords } from '~~/shared/texts/pages/services'

const calls = workerCalls<LabAsked, LabGiven[keyof LabGiven]>(
  () => new Worker(new URL('../workers/lab.worker.ts', import.meta.url), { type: 'module' }),
  servicesWords('lab.fileCouldNotRead'),
)

/** Ends what the worker is at; what it held is gone. */
export const stopLab = (): void => calls.end('Stopped.')

/** What is handed over with a message in place of a copy. */
const carried = (asked: LabAsked): Transferable[] =>
  asked.kind === 'sound' ? asked.channels.map(channel => channel.buffer as ArrayBuffer) : []

/** Asks the Lab's worker. @throws Error with a sentence for the reader */
export const askLab = <K extends LabAsked['kind']>(asked: Extract<LabAsked, { kind: K }>): Promise<LabGiven[K]> =>
  calls.ask(asked, carried(asked)) as Promise<LabGiven[K]>
