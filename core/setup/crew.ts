import { CALLS, type Call } from './types'

/** Nobody named for any call: each is given by whom it is usual. */
export const nobodyNamed = (): Record<Call, string> =>
  Object.fromEntries(CALLS.map(call => [call, ''])) as Record<Call, string>
