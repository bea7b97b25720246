import { reflectorsOf, openTo } from '../../light/reflectors'
import { lampsOf } from '../../light/lamps'
import { stageOf } from '../../light/place'
import type { Assessment } from '../assess'
import { type Part, eachMended, leastStep, partFor } from './candidateFixes'
import { type Figures, type Rule, named, said, stops } from './types'

/** A light may lose this to a card before it is told, and after a fix, stops. */
const TOLD = 1 / 3
const SPARED = 0.05
/** m a step of a card out of the way. */
const ASIDE = 0.05

/** A card or flag between a light and the subject. */
interface Blocked {
  light: number
  card: number
  /** Stops that the light loses to it; Infinity: all. */
  lost: number
}

/** What each light loses to each card on its way to the middle of the subject, the most first. */
function blockedOf(a: Assessment): Blocked[] {
  const stage = stageOf(a.setup)
  const boards = reflectorsOf(a.setup, stage)
  if (boards.length === 0) return []
  const subject = stage.at(stage.middle)
  return lampsOf(a)
    .flatMap((lamp, light) => {
      const open = openTo(lamp, subject)
      return boards.map((board, card) => ({ light, card, lost: -Math.log2(open([board])) }))
    })
    .filter(({ lost }) => lost > SPARED)
    .sort((x, y) => y.lost - x.lost)
}

const told = (a: Assessment): Blocked[] => blockedOf(a).filter(({ lost }) => lost > TOLD)

/** A card moved by the least that gives every light its way; null: no such way. */
const movedBy =
  (key: 'along' | 'across') =>
  (a: Assessment, { light, card }: Blocked): Part | null => {
    const clear = (after: Assessment): boolean => !blockedOf(after).some(other => other.card === card)
    const change = leastStep(a, `scene.cards[${card}].${key}`, ASIDE, clear)
    if (!change) return null
    const part = partFor(a, a.setup.scene.cards[card]!.name, change)
    const figures = { step: said(part.label, part.figures), light: named(a.setup.flashes[light]!.name) }
    return { ...part, label: 'finding.lightBlocked.outOfTheWay', figures }
  }

/** A card or flag keeps a light off the subject. */
export const lightBlocked: Rule = a => {
  const [worst] = told(a)
  if (!worst) return null
  const all = worst.lost === Infinity
  const figures: Figures = {
    light: named(a.setup.flashes[worst.light]!.name),
    card: named(a.setup.scene.cards[worst.card]!.name),
    ...(all ? {} : { lost: stops(-worst.lost) }),
  }
  return {
    id: 'light-blocked',
    severity: a.exposure.front.includes(worst.light) ? 'warning' : 'note',
    title: all ? 'finding.lightBlocked.blocksCompletely' : 'finding.lightBlocked.takesOfLight',
    reason: 'finding.lightBlocked.standsBetweenLightSubject',
    figures,
    paths: [`scene.cards[${worst.card}].along`],
    fixes: () => [...eachMended(a, told, movedBy('along')), ...eachMended(a, told, movedBy('across'))],
    outOfReach: 'finding.lightBlocked.standOtherSideTake',
  }
}
