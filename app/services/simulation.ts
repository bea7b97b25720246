import type { PlayedSessions, LoggedTake, Setup, SimulatedTakes } from '~~/core'
import { workerCalls } from '~/services/workerCalls'
import type { Asked, TakesAnswer } from '~/workers/takes.worker'
import { servicesWords } from '~~/shared/texts/pages/services'

export type Simulated = SimulatedTakes & { seconds: number }

const calls = () =>
  workerCalls<Asked, TakesAnswer & { seconds: number }>(
    () => new Worker(new URL('../workers/takes.worker.ts', import.meta.url), { type: 'module' }),
    servicesWords('simulation.takesCouldNotSimulated'),
  )
/** One for what the page waits for, one for what stands beside it. */
const [main, beside] = [calls(), calls()]

/** What the page holds are proxies, which no message can carry. */
const bare = (asked: Asked): Asked => JSON.parse(JSON.stringify(asked)) as Asked

/** Takes played in a worker. @throws Error with a sentence for the reader */
export const simulateInWorker = (setup: Setup, takes: number): Promise<Simulated> =>
  main.ask(bare({ setup, takes })) as Promise<Simulated>

const played = new WeakMap<Setup, { key: string; result: Promise<PlayedSessions> }>()

/**
 * Sessions played in a worker; whoever asks for the same set-up and takes gets the same play.
 *
 * @throws Error with a sentence for the reader
 */
export function playInWorker(setup: Setup, logged: LoggedTake[], aside = false): Promise<PlayedSessions> {
  const key = JSON.stringify(logged)
  const known = played.get(setup)
  if (known?.key === key) return known.result
  const result = (aside ? beside : main).ask(bare({ setup, logged })) as Promise<PlayedSessions & { seconds: number }>
  played.set(setup, { key, result })
  // What failed is played anew when it is asked for again.
  result.catch(() => played.delete(setup))
  return result
}
