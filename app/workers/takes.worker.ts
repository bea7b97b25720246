import {
  type PlayedSessions,
  type LoggedTake,
  type Setup,
  type SimulatedTakes,
  playedSessions,
  simulateTakes,
} from '~~/core'
import { answering } from './answering'

/** What the page may ask for: takes played one by one, or whole sessions. */
export type Asked = { setup: Setup; takes: number } | { setup: Setup; logged: LoggedTake[] }
export type TakesAnswer = SimulatedTakes | PlayedSessions

/** Plays takes away from the page's thread. */
answering<Asked, TakesAnswer & { seconds: number }>(asked => {
  const started = performance.now()
  const told: TakesAnswer =
    'takes' in asked
      ? simulateTakes(asked.setup, { takes: asked.takes })
      : playedSessions(asked.setup, { takes: asked.logged })
  return { ...told, seconds: (performance.now() - started) / 1000 }
})
