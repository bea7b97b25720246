import { flashAperture } from '../physics/exposure'
import type { Reach } from '../setup/known'
import { memoisedByText } from '../math/memoised'
import type { FlashSetup, Setup } from '../setup/types'
import { feathered } from './aim'
import { reflectorsOf, givenBy, openTo } from './reflectors'
import { TO_CAMERA, faceShare, lobeOf } from './lamp'
import { type Standing, stageOf } from './place'
import { shapeOf } from './shape'

/** A light as exposure sees it. */
export function asLight(flash: FlashSetup): {
  guideNumber: number
  power: number
  distance: number
  lossStops: number
} {
  // Equal units at one place add as one of √n times the guide number.
  return {
    guideNumber: flash.guideNumber * Math.sqrt(flash.units),
    power: flash.power,
    distance: flash.distance,
    lossStops: flash.lossStops,
  }
}

/** Heads whose face is what gives the light: near by they are no points. */
const SOFT: ReadonlySet<FlashSetup['head']> = new Set(['umbrella', 'softbox', 'bounced', 'through'])

/** Light of a head at its subject against that of a point of the same guide number: less where its face is large. */
function nearShare({ head, headWidth, headHeight, beamAngle, distance }: FlashSetup): number {
  return SOFT.has(head) ? faceShare({ distance, area: headWidth * headHeight, lobe: lobeOf(beamAngle) }) : 1
}

/** What of a light has no part in its reach. */
const POWER_ASIDE = { name: '', kit: '', modifier: '', power: 0, guideNumber: 0, units: 0, table: 0, repeat: 0 }
/** Reaches past cards, of the last lights asked for: fixes try dozens of powers of lights that stay where they are. */
const reached = memoisedByText<Reach>(256)

/**
 * What comes of each light of a set-up, in order. A flag that keeps a ground light off the subject leaves it what it is
 * there for.
 *
 * @remarks One bounce, as for the other figures of light (`reflectors.ts`).
 */
export function reachOf(setup: Standing & Pick<Setup, 'flashes' | 'picture' | 'scene'>): Reach[] {
  const alone = setup.flashes.map(flash => ({ straight: nearShare(flash) * feathered(flash), thrown: 0 }))
  if (setup.scene.cards.length === 0) return alone
  const stage = stageOf(setup)
  const reflectors = reflectorsOf(setup, stage)
  const subject = stage.at(stage.middle)
  const around = JSON.stringify([stage, stage.at(stage.middle + 1, 1), setup.scene])
  return setup.flashes.map((flash, i) =>
    reached(JSON.stringify({ ...flash, ...POWER_ASIDE }) + around, () => {
      const lamp = { ...shapeOf(stage, setup.scene, flash), strength: flash.distance ** 2 }
      const given = givenBy(lamp, reflectors)
      const open = flash.role === 'ground' ? 1 : openTo(lamp, subject)(reflectors)
      return {
        straight: alone[i]!.straight * open,
        thrown: reflectors.reduce((total, _, board) => total + given.off(board, subject, TO_CAMERA), 0),
      }
    }),
  )
}

/** Share of each flash in the light that comes to the subject, in order; empty without flashes. */
export function sharesOf(flashes: readonly FlashSetup[], reach: readonly Reach[]): number[] {
  const parts = flashes.map((flash, i) => {
    const { straight, thrown } = reach[i]!
    return flashAperture({ ...asLight(flash), iso: 100 }) ** 2 * (straight + thrown)
  })
  const total = parts.reduce((sum, part) => sum + part, 0)
  // All aimed away: none has more part in nothing than another.
  return parts.map(part => (total > 0 ? part / total : 1 / parts.length))
}
