import { type HowMany, type LoggedTake, type Setup, type SimulatedTakes, howMany, simulateTakes } from '~~/core'
import { answering } from './answering'

/** What the page may ask for: takes played one by one, or whole sessions. */
export type Asked = { setup: Setup; takes: number } | { setup: Setup; logged: LoggedTake[] }
export type Told = SimulatedTakes | HowMany

/** Plays takes away from the page's thread. */
answering<Asked, Told & { seconds: number }>(asked => {
  const started = performance.now()
  const told: Told =
    'takes' in asked
      ? simulateTakes(asked.setup, { takes: asked.takes })
      : howMany(asked.setup, { takes: asked.logged })
  return { ...told, seconds: (performance.now() - started) / 1000 }
})
