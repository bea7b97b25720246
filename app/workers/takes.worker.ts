import { type HowMany, type LoggedTake, type Setup, type SimulatedTakes, howMany, simulateTakes } from '~~/core'

/** What the page may ask for: takes played one by one, or whole sessions. */
export type Asked = { setup: Setup; takes: number } | { setup: Setup; logged: LoggedTake[] }
export type Told = SimulatedTakes | HowMany

/** Plays takes away from the page's thread. */
self.onmessage = (event: MessageEvent<{ id: number; asked: Asked }>) => {
  const { id, asked } = event.data
  const started = performance.now()
  const result: Told =
    'takes' in asked
      ? simulateTakes(asked.setup, { takes: asked.takes })
      : howMany(asked.setup, { takes: asked.logged })
  self.postMessage({ id, result, seconds: (performance.now() - started) / 1000 })
}
