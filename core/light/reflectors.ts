import type { CardKind, Setup } from '../setup/types'
import { type Shining, type Vector, beamShare, minus, unit } from './lamp'
import { NODES, WEIGHTS, isOpen, levelAt } from './level'
import { type CardPlace, type Stage, cardPlace } from './place'

/** What cards throw back: white board, silver foil, black velvet. */
export const REFLECTANCE: Readonly<Record<CardKind, number>> = { white: 0.88, silver: 0.85, black: 0.01 }

/** A card or flag as the sums of light meet it. */
export interface Reflector extends CardPlace {
  kind: CardKind
  /** m² */
  area: number
}

/** Every card and flag of a set-up where it stands. */
export const reflectorsOf = (setup: Pick<Setup, 'scene'>, stage: Stage): Reflector[] =>
  setup.scene.cards.map(card => ({ ...cardPlace(stage, card), kind: card.kind, area: card.width * card.height }))

/** What share of a lamp's straight light boards let through to a place, 0 to 1; all of it where none comes anyway. */
export function openTo(lamp: Shining, place: Vector): (reflectors: readonly Reflector[]) => number {
  const towards = unit(minus(lamp.place, place))
  const whole = levelAt(lamp, place, towards)
  return reflectors => (whole > 0 ? levelAt(lamp, place, towards, reflectors) / whole : 1)
}

/** A part of a white card with the light it gives back on its lit side. */
interface Patch {
  place: Vector
  /** Of the lit side, of length 1. */
  normal: Vector
  /** Level × m² that it throws straight on, at one metre. */
  gives: number
}

/** Parts of a white card as one lamp lights them. */
function patchesOf(lamp: Shining, reflector: Reflector, reflectors: readonly Reflector[]): Patch[] {
  const { centre, across, up, normal } = reflector
  const patches: Patch[] = []
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++) {
      const [u, v] = [NODES[i]!, NODES[j]!]
      const place: Vector = [
        centre[0] + u * across[0] + v * up[0],
        centre[1] + u * across[1] + v * up[1],
        centre[2] + u * across[2] + v * up[2],
      ]
      const [x, y, z] = [lamp.place[0] - place[0], lamp.place[1] - place[1], lamp.place[2] - place[2]]
      const side = x * normal[0] + y * normal[1] + z * normal[2] > 0 ? 1 : -1
      const lit: Vector = [normal[0] * side, normal[1] * side, normal[2] * side]
      const level = levelAt(lamp, place, lit, reflectors)
      if (level <= 0) continue
      const part = WEIGHTS[i]! * WEIGHTS[j]! * reflector.area
      patches.push({ place, normal: lit, gives: (level * REFLECTANCE.white * part) / Math.PI })
    }
  return patches
}

/** What parts of a white card throw on a surface. */
function offPatches(
  patches: readonly Patch[],
  place: Vector,
  normal: Vector,
  reflectors: readonly Reflector[],
): number {
  let level = 0
  for (const patch of patches) {
    const [x, y, z] = [patch.place[0] - place[0], patch.place[1] - place[1], patch.place[2] - place[2]]
    const square = x * x + y * y + z * z
    const far = Math.sqrt(square)
    const facing = (x * normal[0] + y * normal[1] + z * normal[2]) / far
    const leaving = -(x * patch.normal[0] + y * patch.normal[1] + z * patch.normal[2]) / far
    if (facing <= 0 || leaving <= 0 || !isOpen(reflectors, place, patch.place)) continue
    level += (patch.gives * facing * leaving) / square
  }
  return level
}

/** What a silver card throws on a surface: the lamp's mirror image, where the card is wide enough to show it. */
function offSilver(
  lamp: Shining,
  reflector: Reflector,
  place: Vector,
  normal: Vector,
  reflectors: readonly Reflector[],
): number {
  const { centre, across, up, normal: n } = reflector
  const height = (at: Vector): number =>
    (at[0] - centre[0]) * n[0] + (at[1] - centre[1]) * n[1] + (at[2] - centre[2]) * n[2]
  const [off, here] = [height(lamp.place), height(place)]
  if (off * here <= 0) return 0
  const image: Vector = [lamp.place[0] - 2 * off * n[0], lamp.place[1] - 2 * off * n[1], lamp.place[2] - 2 * off * n[2]]
  const [x, y, z] = [image[0] - place[0], image[1] - place[1], image[2] - place[2]]
  const far = Math.sqrt(x * x + y * y + z * z)
  const cosine = (x * normal[0] + y * normal[1] + z * normal[2]) / far
  if (cosine <= 0) return 0
  const t = here / (here + off)
  const mirror: Vector = [place[0] + t * x, place[1] + t * y, place[2] + t * z]
  const [mx, my, mz] = [mirror[0] - centre[0], mirror[1] - centre[1], mirror[2] - centre[2]]
  const within = (half: Vector): boolean =>
    Math.abs(mx * half[0] + my * half[1] + mz * half[2]) <= half[0] ** 2 + half[1] ** 2 + half[2] ** 2
  if (!within(across) || !within(up)) return 0
  if (!isOpen(reflectors, place, mirror) || !isOpen(reflectors, mirror, lamp.place)) return 0
  const [lx, ly, lz] = [mirror[0] - lamp.place[0], mirror[1] - lamp.place[1], mirror[2] - lamp.place[2]]
  const share = (lx * lamp.aim[0] + ly * lamp.aim[1] + lz * lamp.aim[2]) / Math.hypot(lx, ly, lz)
  return (lamp.strength * beamShare(lamp.lobe, share) * REFLECTANCE.silver * cosine) / (far * far)
}

/** What a lamp gives a surface at a place, its normal of length 1; and what of it comes off one of the boards. */
export interface Given {
  level(place: Vector, normal: Vector): number
  off(reflector: number, place: Vector, normal: Vector): number
}

/**
 * What a lamp gives any surface, straight and by way of cards; the parts of the cards are lit once and asked for every
 * place.
 *
 * @param lamp as the picture meets it
 * @param reflectors every card and flag of the scene
 * @remarks White cards throw light all round from either side, silver ones mirror it; one bounce. The subject's own
 *   shadow is the renderer's.
 */
export function givenBy(lamp: Shining, reflectors: readonly Reflector[]): Given {
  const patches = reflectors.map(reflector =>
    reflector.kind === 'white' ? patchesOf(lamp, reflector, reflectors) : [],
  )
  const off = (i: number, place: Vector, normal: Vector): number => {
    const reflector = reflectors[i]!
    if (reflector.kind === 'white') return offPatches(patches[i]!, place, normal, reflectors)
    return reflector.kind === 'silver' ? offSilver(lamp, reflector, place, normal, reflectors) : 0
  }
  return {
    off,
    level: (place, normal) =>
      reflectors.reduce((sum, _, i) => sum + off(i, place, normal), levelAt(lamp, place, normal, reflectors)),
  }
}
