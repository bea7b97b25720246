import { type Reflection, reflectionsOf } from '../../light/mirror'
import { valueAt } from '../../setup/paths'
import type { Assessment } from '../assess'
import { type Part, leastStep, relit, together } from './tries'
import { type FixDraft, type Rule, length, plain } from './types'

/** How far a step of a search goes: rad of an angle, m of a way. */
const TURN = Math.PI / 36
const MOVE = 0.05

/** One field of a face that glass shows, set so that it is shown no more. */
interface Cleared {
  face: Reflection
  change: { path: string; value: number }
}

function clearedBy(a: Assessment, face: Reflection, path: string, step: number): Cleared | null {
  const change = leastStep(a, path, step, after => reflectionsOf(after).every(other => other.path !== face.path))
  return change && { face, change }
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

function partOf(a: Assessment, { face, change }: Cleared): Part {
  const name = plain(face.name)
  const { path, value } = change
  if (path.endsWith('angle')) return { text: `stand ${name} at {}`, figure: { value, quantity: 'angle' }, change }
  if (path.endsWith('turn')) return { text: `turn ${name} to {}`, figure: { value, quantity: 'angle' }, change }
  const by = value - Number(valueAt(a.setup, path))
  const way = by > 0 ? 'back' : 'towards the camera'
  return { text: `move ${name} {} ${way}`, figure: length(Math.abs(by), 'm'), change }
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
  return [turned, moved].flatMap(cleared => (cleared ? [together(cleared.map(one => partOf(a, one)))] : []))
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
