import type { CardKind, Setup } from '../setup/types'
import type { Bodies } from './bodies'
import { type Material, grey, metal } from './material'
import { type Stage, cardPlace } from '../light/place'
import type { CardFace } from './scene'

/** What cards throw back: white board, silver foil, black velvet. */
export const REFLECTANCE: Readonly<Record<CardKind, number>> = { white: 0.88, silver: 0.85, black: 0.01 }

const SURFACE: Readonly<Record<CardKind, Material>> = {
  white: grey(REFLECTANCE.white),
  silver: metal(REFLECTANCE.silver, 0.06),
  black: grey(REFLECTANCE.black),
}

/** Cards and flags, put into the scene; those that throw light back. */
export function cardsOf(setup: Pick<Setup, 'scene'>, stage: Stage, bodies: Bodies): CardFace[] {
  return setup.scene.cards.flatMap((card): CardFace[] => {
    const place = cardPlace(stage, card)
    const body = bodies.count
    bodies.plate(place.centre, place.across, place.up, SURFACE[card.kind])
    if (card.kind === 'black') return []
    return [{ ...place, kind: card.kind, body, area: card.width * card.height, reflectance: REFLECTANCE[card.kind] }]
  })
}
