import { type Reflection, reflectionsOf } from '../../light/mirror'
import type { Assessment } from '../assess'
import { type Part, eachMended, leastStep, partFor } from './candidateFixes'
import { type FixDraft, type Rule, named } from './types'

/** How far a step of a search goes: rad of an angle, m of a way. */
const TURN = Math.PI / 36
const MOVE = 0.05

const isCard = (face: Reflection): boolean => face.path.startsWith('scene.')

/** A face taken out of the glass by one of its fields; null: not by that. */
function clearedBy(a: Assessment, face: Reflection, path: string, step: number): Part | null {
  const change = leastStep(a, path, step, after => reflectionsOf(after).every(other => other.path !== face.path))
  return change && partFor(a, face.name, change)
}
const turned = (a: Assessment, face: Reflection): Part | null => clearedBy(a, face, face.path, TURN)
const moved = (a: Assessment, face: Reflection): Part | null =>
  isCard(face) ? clearedBy(a, face, face.path.replace(/turn$/, 'across'), MOVE) : turned(a, face)

/** Cards and heads turned out of what glass shows; or the cards moved, and the heads turned. */
const outOfSight = (a: Assessment): FixDraft[] => [
  ...eachMended(a, reflectionsOf, turned),
  ...(reflectionsOf(a).some(isCard) ? eachMended(a, reflectionsOf, moved) : []),
]

/** Glass shows the card or the head that the camera sees in it. */
export const reflectionShows: Rule = a => {
  const shown = reflectionsOf(a)
  const first = shown[0]
  if (!first) return null
  return {
    id: 'reflection-shows',
    severity: 'note',
    title: 'finding.reflectionShows.willShowGlass',
    reason: 'finding.reflectionShows.cameraSeesReflectedRound',
    figures: {
      at: { value: Math.abs(first.at), quantity: 'angle' },
      name: named(shown.map(face => face.name).join(' and ')),
    },
    paths: shown.map(face => face.path),
    fixes: () => outOfSight(a),
  }
}
