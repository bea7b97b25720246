import type { Setup } from './types'

/** No test made yet. */
export const untested = (): Setup['tests'] => ({
  black: { outcome: 'open', stops: null, note: '' },
  exposure: { outcome: 'open', stops: null, note: '' },
  focus: { outcome: 'open', depth: null, note: '' },
  sensor: { outcome: 'open', events: null, fired: null, falseFires: null, note: '' },
  control: { outcome: 'open', delay: null, position: null, late: null, note: '' },
})
