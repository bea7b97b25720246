import { type Setup, simulateTakes } from '~~/core'

/** Plays takes away from the page's thread. */
self.onmessage = (event: MessageEvent<{ id: number, setup: Setup, takes: number }>) => {
  const { id, setup, takes } = event.data
  const started = performance.now()
  const result = simulateTakes(setup, { takes })
  self.postMessage({ id, result, seconds: (performance.now() - started) / 1000 })
}
