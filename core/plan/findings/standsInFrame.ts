import { type InFrame, inFrame } from '../../light/inFrame'
import type { Assessment } from '../assess'
import { FARTHER, type Part, asBrightAt, eachMended, firstWithin, leastStep, partFor, relit } from './candidateFixes'
import { type FixDraft, type Rule, length, plain, power, share } from './types'

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
          label: `Move ${plain(first!.name)} back to {distance}, at {power}`,
          figures: { distance: length(distance, 'm'), power: power(turned) },
          changes,
        },
      ]
    : [
        {
          label: 'Move them back to {times} of their distance and raise their power to match',
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
  const others = standing.length > 1 ? ` and ${standing.length - 1} more` : ''
  return {
    id: 'in-frame',
    severity: 'note',
    title: `${plain(first.name)}${others} in shot`,
    reason: isHead(first)
      ? 'Its head is inside the frame. Move it farther round or farther away.'
      : 'It is inside the frame. Move it aside.',
    figures: {},
    paths: standing.map(one => `${one.path}.${isHead(one) ? 'angle' : 'along'}`),
    outOfReach: 'Move it farther out, or frame tighter.',
    fixes: () => [...eachMended(a, inFrame, aside), ...(standing.every(isHead) ? back(a, standing) : [])],
  }
}
