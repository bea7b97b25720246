import type { CardKind, Setup } from '../setup/types'
import type { Bodies } from './bodies'
import { type Material, grey, metal } from './material'
import { REFLECTANCE, reflectorsOf } from '../light/reflectors'
import type { Stage } from '../light/place'
import type { CardFace } from './scene'

const SURFACE: Readonly<Record<CardKind, Material>> = {
  white: grey(REFLECTANCE.white),
  silver: metal(REFLECTANCE.silver, 0.06),
  black: grey(REFLECTANCE.black),
}

/** Cards and flags, put into the scene; those that throw light back. */
export function cardsOf(setup: Pick<Setup, 'scene'>, stage: Stage, bodies: Bodies): CardFace[] {
  return reflectorsOf(setup, stage).flatMap((board): CardFace[] => {
    const { kind } = board
    const body = bodies.count
    bodies.plate(board.centre, board.across, board.up, SURFACE[kind])
    return kind === 'black' ? [] : [{ ...board, kind, body, reflectance: REFLECTANCE[kind] }]
  })
}
