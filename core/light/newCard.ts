import type { Card, CardKind, Setup } from '../setup/types'

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
 * farther off; it faces the subject.
 *
 * @returns a card that stands apart from those there are, m and rad as in the set-up
 */
export function newCard(setup: Setup, kind: CardKind): Card {
  const far = Math.max(0.15, setup.subject.height)
  const width = Math.min(1, far)
  const away = Math.cos(setup.flashes[0]?.angle ?? 0) > 0 ? -1 : 1
  const places = (ring: number): { along: number; across: number }[] =>
    [away, -away].map(side => {
      const out = Number((far + ring * width).toFixed(3))
      return { along: side * out, across: -out / 2 }
    })
  const free = ({ along, across }: { along: number; across: number }): boolean =>
    setup.scene.cards.every(card => Math.hypot(card.along - along, card.across - across) >= width / 2)
  let place: { along: number; across: number } | undefined
  for (let ring = 0; place === undefined; ring++) place = places(ring).find(free)
  return {
    name: freeName(setup, kind),
    kind,
    ...place,
    out: 0,
    width,
    height: Math.min(1.5, far * 1.4),
    turn: Math.atan2(-place.along, place.across),
    tilt: 0,
  }
}
