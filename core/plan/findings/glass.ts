import { type Reflection, reflectionsOf } from '../../light/mirror'
import { type Change, valueAt, withinLimits } from '../../setup/paths'
import type { Assessment } from '../assess'
import { exposingLights } from '../light'
import { relit } from './tries'
import { type Figure, type FixDraft, type Rule, length, plain } from './types'

/** How far a step of a search goes: rad of an angle, m of a way; and how many of them. */
const TURN = Math.PI / 36
const MOVE = 0.05
const MOST_STEPS = 24

/** One field of a face that glass shows, set so that it is shown no more. */
interface Cleared {
  face: Reflection
  change: Change & { value: number }
}

/** By steps to either side, the least that takes a face out of the glass and no light from the front. */
function clearedBy(a: Assessment, face: Reflection, path: string, step: number): Cleared | null {
  const now = Number(valueAt(a.setup, path))
  const front = exposingLights(a.setup).length
  for (let i = 1; i <= MOST_STEPS; i++)
    for (const side of [1, -1]) {
      const change = { path, value: Number((now + side * i * step).toFixed(5)) }
      if (!withinLimits(change)) continue
      const after = relit(a, [change])
      if (reflectionsOf(after).some(other => other.path === face.path)) continue
      if (exposingLights(after.setup).length >= front) return { face, change }
    }
  return null
}

/** Every face that glass shows taken out of it, one after the other; null where one of them stays. */
function outOfGlass(a: Assessment, way: (now: Assessment, face: Reflection) => Cleared | null): Cleared[] | null {
  const cleared: Cleared[] = []
  let now = a
  for (let [face] = reflectionsOf(a); face; [face] = reflectionsOf(now)) {
    const next = way(now, face)
    if (!next || cleared.some(before => before.change.path === next.change.path)) return null
    cleared.push(next)
    now = relit(now, [next.change])
  }
  return cleared
}

/** What is done to a face, with its figure in braces. */
function done(a: Assessment, { face, change: { path, value } }: Cleared, key: string): [text: string, Figure] {
  const name = plain(face.name)
  if (path.endsWith('angle')) return [`stand ${name} at {${key}}`, { value, quantity: 'angle' }]
  if (path.endsWith('turn')) return [`turn ${name} to {${key}}`, { value, quantity: 'angle' }]
  const by = value - Number(valueAt(a.setup, path))
  return [`move ${name} {${key}} ${by > 0 ? 'back' : 'towards the camera'}`, length(Math.abs(by), 'm')]
}

function fixBy(a: Assessment, cleared: readonly Cleared[]): FixDraft {
  const parts = cleared.map((one, i) => done(a, one, `to${i}`))
  const text = parts.map(([part]) => part).join(', ')
  return {
    label: `${text[0]!.toUpperCase()}${text.slice(1)}`,
    figures: Object.fromEntries(parts.map(([, figure], i) => [`to${i}`, figure])),
    changes: cleared.map(({ change }) => change),
  }
}

const isCard = (face: Reflection): boolean => face.path.startsWith('scene.')

/** Cards and heads turned out of what glass shows; or the cards moved, and the heads turned. */
function outOfSight(a: Assessment): FixDraft[] {
  const turned = outOfGlass(a, (now, face) => clearedBy(now, face, face.path, TURN))
  const moved = reflectionsOf(a).some(isCard)
    ? outOfGlass(a, (now, face) =>
        isCard(face)
          ? clearedBy(now, face, face.path.replace(/turn$/, 'across'), MOVE)
          : clearedBy(now, face, face.path, TURN),
      )
    : null
  return [turned, moved].flatMap(cleared => (cleared ? [fixBy(a, cleared)] : []))
}

/** Glass shows the card or the head that the camera sees in it. */
export const reflectionShows: Rule = a => {
  const shown = reflectionsOf(a)
  const first = shown[0]
  if (!first) return null
  return {
    id: 'reflection-shows',
    severity: 'note',
    title: `The glass shows ${plain(shown.map(face => face.name).join(' and '))}`,
    reason: 'By the mirror law the camera sees it in the side of the glass, {at} round from the middle.',
    figures: { at: { value: Math.abs(first.at), quantity: 'angle' } },
    paths: shown.map(face => face.path),
    fixes: () => outOfSight(a),
  }
}
