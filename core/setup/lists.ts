import { untested } from './tests'
import type { ListItem, Setup } from './types'

/**
 * A set-up as it starts another day: the plan with what was learnt in it, and its lists; nothing ticked, no test made,
 * no takes of its own.
 */
export function freshCopy(setup: Setup): Setup {
  const untick = (list: readonly ListItem[]): ListItem[] => list.map(item => ({ ...item, done: false }))
  const { preparation, reset, cautions, review } = setup.lists
  return {
    ...setup,
    lists: {
      preparation: untick(preparation),
      reset: untick(reset),
      cautions: untick(cautions),
      review: untick(review),
      acknowledged: [],
    },
    tests: untested(),
    learnt: [],
    // Takes are numbered anew there.
    evidence: setup.evidence.map(entry => ({ ...entry, takes: [] })),
  }
}
