import { type InFrame, inFrame } from '../../light/inFrame'
import { type Change, valueAt } from '../../setup/paths'
import type { Assessment } from '../assess'
import { FARTHER, type Part, firstWithin, leastStep, relit, rounded, together } from './tries'
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
function partOf(a: Assessment, one: InFrame): Part | null {
  const change = isHead(one)
    ? leastStep(a, `${one.path}.angle`, ROUND, clear(one))
    : leastStep(a, `${one.path}.along`, ASIDE, clear(one))
  if (!change) return null
  const name = plain(one.name)
  if (isHead(one)) return { text: `stand ${name} at {}`, figure: { value: change.value, quantity: 'angle' }, change }
  const by = Math.abs(change.value - Number(valueAt(a.setup, change.path)))
  return { text: `move ${name} {} along the travel`, figure: length(by, 'm'), change }
}

/** Everything that stands in the picture moved out of it. */
function aside(a: Assessment): FixDraft[] {
  const parts: Part[] = []
  let now = a
  for (const one of inFrame(a)) {
    const part = partOf(now, one)
    if (!part) return []
    parts.push(part)
    now = relit(now, [part.change])
  }
  return [together(parts)]
}

/** Heads moved back, their power up with it, until none is in the frame. */
function back(a: Assessment, heads: readonly InFrame[]): FixDraft[] {
  const now = heads.map(({ path }) => ({
    path,
    distance: Number(valueAt(a.setup, `${path}.distance`)),
    power: Number(valueAt(a.setup, `${path}.power`)),
  }))
  const to = (factor: number): Change[] =>
    now.flatMap(({ path, distance, power: is }) => [
      { path: `${path}.distance`, value: rounded(distance * factor) },
      { path: `${path}.power`, value: is * factor ** 2 },
    ])
  const changes = firstWithin(a, FARTHER, to, after => inFrame(after).length === 0, relit)
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
          label: 'Move them back to {times} of their distance, their power up with it',
          figures: { times: share(distance / now[0]!.distance) },
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
    title: `${plain(first.name)}${others} ${standing.length > 1 ? 'stand' : 'stands'} in the picture`,
    reason: isHead(first)
      ? 'The camera sees its head. Farther round or farther off it is out of the frame.'
      : 'The camera sees it in the frame.',
    figures: {},
    paths: standing.map(one => `${one.path}.${isHead(one) ? 'angle' : 'along'}`),
    outOfReach: 'Stand it farther out, or take a narrower frame.',
    fixes: () => [...aside(a), ...(standing.every(isHead) ? back(a, standing) : [])],
  }
}
