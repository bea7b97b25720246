import type { SeasonAnswers, SeasonLog } from '~~/core/season'
import { workerCalls } from '~/services/workerCalls'

const calls = workerCalls<SeasonLog, SeasonAnswers>(
  () => new Worker(new URL('../workers/season.worker.ts', import.meta.url), { type: 'module' }),
  'The log could not be read to the end.',
)

/** What a log answers, worked out in a worker. @throws Error with a sentence for the reader */
export const answersInWorker = (log: SeasonLog): Promise<SeasonAnswers> => calls.ask(log)
