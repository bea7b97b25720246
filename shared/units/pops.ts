import { parse } from './parse'

/** A run of pops as photographers write it. */
export interface PopRun {
  count: number
  /** s. */
  interval: number
}

const EXAMPLE = 'write it as 6 @ 12 Hz or 5 x 80 ms'

/**
 * Reads `6 @ 12 Hz`, `5 x 80 ms`, `7 × 1/20 s`, `4 at 8/s`, `10 times 5 Hz`: how many, and how fast or how far apart.
 */
export function parsePops(input: string): PopRun | { error: string } {
  const text = input.trim()
  const match = /^(\d+)\s*(?:@|x|×|\*|at|times|pops?(?:\s+(?:at|every))?)\s*(.+)$/i.exec(text)
  if (!match) return { error: `“${text}” is not understood; ${EXAMPLE}` }
  const count = Number(match[1])
  const rest = match[2]!.trim()
  if (count < 1 || count > 200) return { error: 'Allowed: 1 to 200 pops' }
  const rate = parse(rest, 'rate')
  if (/(hz|hertz|\/\s*s|fps|(?:a|per) second)$/i.test(rest) && !('error' in rate))
    return rate.value > 0 ? { count, interval: 1 / rate.value } : { error: 'The rate must be above 0' }
  const interval = parse(rest, 'time', { unit: 'ms' })
  if ('error' in interval) return { error: `“${rest}” is neither a rate nor a time; ${EXAMPLE}` }
  return interval.value >= 0 && interval.value <= 60
    ? { count, interval: interval.value }
    : { error: 'Allowed: 0 to 60 s apart' }
}
