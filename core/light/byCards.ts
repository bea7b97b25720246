import type { Setup } from '../setup/types'
import { boardsOf, givenBy, openTo } from './boards'
import { TO_CAMERA } from './lamp'
import { type Standing, stageOf } from './place'
import { shapeOf } from './shape'

/** What the cards and flags of a scene make of one light at the middle of the subject. */
export interface ByCards {
  /** Share of its straight light that they let through, 0 to 1. */
  open: number
  /**
   * Light that they throw on what faces the camera, against that of a bare light of its guide number at its distance.
   */
  thrown: number
}

/**
 * What cards and flags do to each light of a set-up, whatever its power.
 *
 * @returns one for each light, in order; null where there are no cards
 * @remarks One bounce, as for the other figures of light (`boards.ts`).
 */
export function byCards(setup: Standing & Pick<Setup, 'flashes' | 'picture' | 'scene'>): ByCards[] | null {
  if (setup.scene.cards.length === 0) return null
  const stage = stageOf(setup)
  const boards = boardsOf(setup, stage)
  const subject = stage.at(stage.middle)
  return setup.flashes.map(flash => {
    const lamp = { ...shapeOf(stage, setup.scene, flash), strength: flash.distance ** 2 }
    const given = givenBy(lamp, boards)
    return {
      open: openTo(lamp, subject)(boards),
      thrown: boards.reduce((total, _, i) => total + given.off(i, subject, TO_CAMERA), 0),
    }
  })
}
