import { MOST_CARDS } from '../setup/fields'
import type { Card, CardKind, Setup } from '../setup/types'
import { inFrame } from './inFrame'
import { isOpen } from './level'
import type { Framed } from './lit'
import { cardPlace, lightPlace, stageOf } from './place'

type CardPose = Pick<Card, 'along' | 'across' | 'turn'>

const NAMES: Record<CardKind, string> = { white: 'White card', silver: 'Silver card', black: 'Flag' }

/** The first name of a kind, with a number, that no card has. */
function freeName({ scene: { cards } }: Setup, kind: CardKind): string {
  const taken = new Set(cards.map(card => card.name))
  for (let n = cards.length + 1; ; n++) {
    const name = `${NAMES[kind]} ${n}`
    if (!taken.has(name)) return name
  }
}

/**
 * A new card beside the subject, on the side away from the first light where there is room, else on the other, else
 * farther off: where no other stands, out of the picture and of the way of every light. It faces the subject.
 *
 * @returns a card that stands apart from those there are, m and rad as in the set-up
 */
export function newCard({ setup, optics }: Framed, kind: CardKind): Card {
  const far = Math.max(0.15, setup.subject.height)
  const width = Math.min(1, far)
  const away = Math.cos(setup.flashes[0]?.angle ?? 0) > 0 ? -1 : 1
  const shape = { name: freeName(setup, kind), kind, out: 0, width, height: Math.min(1.5, far * 1.4), tilt: 0 }
  const places = (ring: number): CardPose[] =>
    [away, -away].map(side => {
      const out = Number((far + ring * width).toFixed(3))
      return { along: side * out, across: -out / 2, turn: Math.atan2(-side, -0.5) }
    })
  const stage = stageOf(setup)
  const subject = stage.at(stage.middle)
  const lights = setup.flashes.map(flash => lightPlace(stage, flash))
  const apart = (place: CardPose): boolean =>
    setup.scene.cards.every(card => Math.hypot(card.along - place.along, card.across - place.across) >= width / 2)
  const free = (place: CardPose): boolean => {
    const card = { ...shape, ...place }
    return (
      apart(place) &&
      lights.every(light => isOpen([cardPlace(stage, card)], light, subject)) &&
      inFrame({ setup: { ...setup, flashes: [], scene: { ...setup.scene, cards: [card] } }, optics }).length === 0
    )
  }
  const rings = Array.from({ length: MOST_CARDS + 1 }, (_, ring) => places(ring)).flat()
  return { ...shape, ...(rings.find(free) ?? rings.at(-1)!) }
}
