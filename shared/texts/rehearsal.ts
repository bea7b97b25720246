import type { RowOutcome } from '../../core'

const ofAll = ({ takes, keepers, firstKeeper }: RowOutcome): string =>
  firstKeeper === null
    ? `no keeper in ${takes} ${takes === 1 ? 'take' : 'takes'}`
    : `first keeper at take ${firstKeeper}, ${keepers} in ${takes}`

/** What a rehearsal came to beside the takes of the evening, as a sentence. */
export function rehearsalText(rehearsed: RowOutcome, evening: RowOutcome): string {
  if (evening.takes === 0) return `Rehearsed: ${ofAll(rehearsed)}. No takes here yet.`
  const both = `Rehearsed: ${ofAll(rehearsed)}. Here: ${ofAll(evening)}.`
  if (rehearsed.firstOn === null || evening.firstOn === null) return both
  const more = evening.firstOn - rehearsed.firstOn
  if (Math.abs(more) < 2) return `${both} The moment was found as quickly.`
  return more > 0
    ? `${both} The moment took ${more} more takes to find: check what was assumed.`
    : `${both} The moment was found ${-more} takes sooner.`
}
