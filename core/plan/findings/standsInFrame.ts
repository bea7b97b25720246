import { type InFrame, inFrame } from '../../light/inFrame'
import type { Assessment } from '../assess'
import { FARTHER, type Part, asBrightAt, eachMended, firstWithin, leastStep, partFor, relit } from './candidateFixes'
import { type FixDraft, type Rule, length, power, share, named, count } from './types'

/** rad a step round the subject, and m a step aside. */
const ROUND = Math.PI / 90
const ASIDE = 0.05

const clear =
  ({ path }: InFrame) =>
  (after: Assessment): boolean =>
    inFrame(after).every(other => other.path !== path)

const isHead = ({ path }: InFrame): boolean => path.startsWith('flashes')

/** A head stood farther round the subject, a board moved along it, until it is out of the frame; null: neither does. */
function aside(a: Assessment, one: InFrame): Part | null {
  const change = isHead(one)
    ? leastStep(a, `${one.path}.angle`, ROUND, clear(one))
    : leastStep(a, `${one.path}.along`, ASIDE, clear(one))
  return change && partFor(a, one.name, change)
}

/** Heads moved back, their power up with it, until none is in the frame. */
function back(a: Assessment, heads: readonly InFrame[]): FixDraft[] {
  const lights = heads.map(({ index }) => index)
  const out = (after: Assessment): boolean => inFrame(after).length === 0
  const changes = firstWithin(a, FARTHER, times => asBrightAt(a, lights, times), out, relit)
  if (!changes) return []
  const [first] = heads
  const [distance, turned] = [changes[0]!.value as number, changes[1]!.value as number]
  return heads.length === 1
    ? [
        {
          label: 'finding.standsInFrame.moveBack',
          figures: { distance: length(distance, 'm'), power: power(turned), light: named(first!.name) },
          changes,
        },
      ]
    : [
        {
          label: 'finding.standsInFrame.moveThemBackTheir',
          figures: { times: share(distance / a.setup.flashes[first!.index]!.distance) },
          changes,
        },
      ]
}

/** A head, a card or a flag stands where the camera sees it. */
export const standsInFrame: Rule = a => {
  const standing = inFrame(a)
  const [first] = standing
  if (!first) return null
  return {
    id: 'in-frame',
    severity: 'note',
    title: standing.length > 1 ? 'finding.standsInFrame.severalInShot' : 'finding.standsInFrame.inShot',
    reason: isHead(first) ? 'finding.standsInFrame.headInsideFrameMove' : 'finding.standsInFrame.insideFrameMoveAside',
    figures: { name: named(first.name), others: count(standing.length - 1) },
    paths: standing.map(one => `${one.path}.${isHead(one) ? 'angle' : 'along'}`),
    outOfReach: 'finding.standsInFrame.moveFartherOutFrame',
    fixes: () => [...eachMended(a, inFrame, aside), ...(standing.every(isHead) ? back(a, standing) : [])],
  }
}
