// @ts-check
import sequencer from '@jest/test-sequencer'

/** Files that take longest. On a new machine nothing tells how long each took, and a long one left for last waits. */
const LONGEST = [
  ...['lab', 'takeReading', 'day', 'cli', 'takeCloser', 'practice', 'golden', 'world', 'session', 'course', 'season'],
  ...['inference', 'watch', 'render', 'evidence', 'validate', 'hardFiles', 'typedStays'],
].map(name => `/${name}.test.ts`)
const rank = (/** @type {{ path: string }} */ { path }) => {
  const at = LONGEST.findIndex(name => path.endsWith(name))
  return at < 0 ? LONGEST.length : at
}

/** Jest's own order, but for the longest, which begin. */
export default class LongestFirst extends sequencer {
  /** @override @param {Parameters<InstanceType<typeof sequencer>['sort']>[0]} tests */
  async sort(tests) {
    return [...(await super.sort(tests))].sort((a, b) => rank(a) - rank(b))
  }
}
