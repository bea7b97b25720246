import type { SeasonAnswers, SeasonLog } from '~~/core/season'
import { workerCalls } from '~/services/workerCalls'
import { servicesWords } from '~~/shared/texts/pages/services'

const calls = workerCalls<SeasonLog, SeasonAnswers>(
  () => new Worker(new URL('../workers/season.worker.ts', import.meta.url), { type: 'module' }),
  servicesWords('season.logCouldNotRead'),
)

/** What a log answers, worked out in a worker. @throws Error with a sentence for the reader */
export const answersInWorker = (log: SeasonLog): Promise<SeasonAnswers> => calls.ask(log)
