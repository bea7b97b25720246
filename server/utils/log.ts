import { pino } from 'pino'

/**
 * What the server writes down: a line of JSON each on its standard output, with its level and time. Written at once, as
 * the last line before an end is the one that matters.
 */
export const log = pino(
  {
    base: null,
    formatters: { level: label => ({ level: label }) },
    timestamp: () => `,"at":"${new Date().toISOString()}"`,
    errorKey: 'error',
  },
  pino.destination({ dest: 1, sync: true }),
)
