import { traitsOf } from '../recipes/all'
import { type Vector, dot, minus, scaled, sum, unit } from './lamp'
import { lampsOf } from './lamps'
import type { Lit } from './lit'
import { type Stage, cardPlace, stageOf } from './place'

/** A face that a shiny subject may show. */
interface Face {
  /** Fields it is moved by. */
  path: string
  name: string
  centre: Vector
  across: Vector
  up: Vector
}

/** A head or card that the camera sees mirrored in a vessel. */
export interface Reflection {
  path: string
  name: string
  /** rad round the vessel at which the camera sees it, 0 towards the camera, + to the right. */
  at: number
}

/** Heads smaller than this are the highlight that glass is drawn by, not a patch on it, m. */
const PATCH = 0.15
/** Steps round the side that faces the camera, and heights that are looked at. */
const ROUND = 81
const HEIGHTS = [-0.4, 0, 0.4]
/** Nearer to the edge than this glass mirrors everything, rad. */
const RIM = 1.4

function facesOf(a: Lit, stage: Stage): Face[] {
  const { flashes, scene } = a.setup
  const heads = lampsOf(a).map((lamp, i): Face & { wide: number } => ({
    path: `flashes[${i}].angle`,
    name: flashes[i]!.name,
    centre: lamp.place,
    across: lamp.across,
    up: lamp.up,
    wide: Math.max(flashes[i]!.headWidth, flashes[i]!.headHeight),
  }))
  const cards = scene.cards.flatMap((card, i): Face[] =>
    card.kind === 'black' ? [] : [{ path: `scene.cards[${i}].turn`, name: card.name, ...cardPlace(stage, card) }],
  )
  return [...heads.filter(head => head.wide >= PATCH), ...cards]
}

/** Whether a ray meets a face. */
function meets({ centre, across, up }: Face, from: Vector, direction: Vector): boolean {
  const normal: Vector = [
    across[1] * up[2] - across[2] * up[1],
    across[2] * up[0] - across[0] * up[2],
    across[0] * up[1] - across[1] * up[0],
  ]
  const facing = dot(normal, direction)
  if (Math.abs(facing) < 1e-12) return false
  const t = dot(normal, minus(centre, from)) / facing
  if (t <= 0) return false
  const offset = minus(sum(from, scaled(direction, t)), centre)
  return Math.abs(dot(offset, across)) <= dot(across, across) && Math.abs(dot(offset, up)) <= dot(up, up)
}

/**
 * Heads and cards that the camera sees mirrored in a round upright vessel, by the mirror law over the side it sees;
 * none where the subject has no such vessel.
 */
export function reflectionsOf(a: Lit): Reflection[] {
  const { setup } = a
  if (!traitsOf(setup.recipe).glass) return []
  const stage = stageOf(setup)
  const [x, y, z] = stage.at(stage.middle)
  const camera: Vector = [0, 0, setup.picture.distance]
  const radius = setup.subject.height / 2
  return facesOf(a, stage).flatMap(face => {
    for (let i = 0; i < ROUND; i++) {
      const turn = RIM * ((2 * i) / (ROUND - 1) - 1)
      const normal: Vector = [Math.sin(turn), 0, Math.cos(turn)]
      for (const height of HEIGHTS) {
        const at: Vector = [x + radius * normal[0], y + height * setup.subject.depth, z + radius * normal[2]]
        const seen = unit(minus(at, camera))
        if (dot(seen, normal) >= 0) continue
        const direction = minus(seen, scaled(normal, 2 * dot(seen, normal)))
        if (meets(face, at, direction)) return [{ path: face.path, name: face.name, at: turn }]
      }
    }
    return []
  })
}
