import { type Shining, type Vector, beamShare, faceShare } from './lamp'
import type { CardPlace } from './place'

/** A face larger than this share of the square of its distance is summed up part by part. */
const NEAR = 0.01
/** Places over a side of a face, −1 to 1, and their weights: Gauss and Legendre's four points. */
export const NODES = [-0.8611363115940526, -0.3399810435848563, 0.3399810435848563, 0.8611363115940526]
/** Weights of the Gauss–Legendre nodes over a face; they add up to 1. */
export const WEIGHTS = [0.17392742256872692, 0.32607257743127305, 0.32607257743127305, 0.17392742256872692]
/** m by which a way may end on a board without being shut off by it. */
const TOUCH = 1e-6

/** Whether no board stands in the way between two places. */
export function isOpen(reflectors: readonly CardPlace[], from: Vector, to: Vector): boolean {
  for (const { centre, across, up, normal } of reflectors) {
    const [x, y, z] = [from[0] - centre[0], from[1] - centre[1], from[2] - centre[2]]
    const [dx, dy, dz] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
    const here = x * normal[0] + y * normal[1] + z * normal[2]
    const way = dx * normal[0] + dy * normal[1] + dz * normal[2]
    if (Math.abs(here) < TOUCH || Math.abs(here + way) < TOUCH || here * (here + way) > 0) continue
    const t = -here / way
    const [px, py, pz] = [x + t * dx, y + t * dy, z + t * dz]
    const u = (px * across[0] + py * across[1] + pz * across[2]) / (across[0] ** 2 + across[1] ** 2 + across[2] ** 2)
    const v = (px * up[0] + py * up[1] + pz * up[2]) / (up[0] ** 2 + up[1] ** 2 + up[2] ** 2)
    if (Math.abs(u) <= 1 && Math.abs(v) <= 1) return false
  }
  return true
}

/** So many parts a side where a board shades some of a face: its edge falls between the four. */
const FINE = 16
const FINE_NODES = Array.from({ length: FINE }, (_, i) => (2 * i + 1) / FINE - 1)
const FINE_WEIGHTS = FINE_NODES.map(() => 1 / FINE)

/** Level of a near face on a surface: every part of it at its own distance and angles, and seen or not. */
function levelOfFace(
  lamp: Shining,
  place: Vector,
  normal: Vector,
  reflectors: readonly CardPlace[],
  fine = false,
): number {
  const { across, up, aim, lobe } = lamp
  const [nodes, weights] = fine ? [FINE_NODES, FINE_WEIGHTS] : [NODES, WEIGHTS]
  const count = nodes.length
  let [level, open, shut] = [0, 0, 0]
  for (let i = 0; i < count; i++)
    for (let j = 0; j < count; j++) {
      const [u, v] = [nodes[i]!, nodes[j]!]
      const x = lamp.place[0] + u * across[0] + v * up[0] - place[0]
      const y = lamp.place[1] + u * across[1] + v * up[1] - place[1]
      const z = lamp.place[2] + u * across[2] + v * up[2] - place[2]
      const square = x * x + y * y + z * z
      const far = Math.sqrt(square)
      const cosine = (x * normal[0] + y * normal[1] + z * normal[2]) / far
      if (cosine <= 0) continue
      if (reflectors.length > 0 && !isOpen(reflectors, place, [place[0] + x, place[1] + y, place[2] + z])) {
        shut++
        continue
      }
      open++
      const share = beamShare(lobe, -(x * aim[0] + y * aim[1] + z * aim[2]) / far)
      level += (weights[i]! * weights[j]! * share * cosine) / square
    }
  if (!fine && open > 0 && shut > 0) return levelOfFace(lamp, place, normal, reflectors, true)
  return lamp.strength * level
}

/**
 * Level of a lamp on a surface at a place, straight: its lobe, the square of the distance, the size of its face, the
 * angle of incidence, and the boards in its way.
 *
 * @param normal of the surface, of length 1; left out: it faces the lamp
 * @param reflectors that may shade the place
 */
export function levelAt(lamp: Shining, place: Vector, normal?: Vector, reflectors: readonly CardPlace[] = []): number {
  // By components: it is asked some sixty times for each plan.
  const x = lamp.place[0] - place[0]
  const y = lamp.place[1] - place[1]
  const z = lamp.place[2] - place[2]
  const far = Math.sqrt(x * x + y * y + z * z)
  if (far < 1e-6) return 0
  const large = lamp.wide && (reflectors.length > 0 || lamp.area > NEAR * far * far)
  if (normal && large) return levelOfFace(lamp, place, normal, reflectors)
  const cosine = normal ? (x * normal[0] + y * normal[1] + z * normal[2]) / far : 1
  if (cosine <= 0 || (reflectors.length > 0 && !isOpen(reflectors, place, lamp.place))) return 0
  const offAxis = -(x * lamp.aim[0] + y * lamp.aim[1] + z * lamp.aim[2]) / far
  const share = faceShare({ distance: far, area: lamp.area, lobe: lamp.lobe })
  return (lamp.strength * beamShare(lamp.lobe, offAxis) * share * cosine) / (far * far)
}
