import type { CardFace, Scene } from './scene'
import { type Lamp, beamShare } from '../light/lamp'
import { FACE, type Numbers } from './numbers'
import type { Shift } from './world'

/** Light that arrives at a place, and where from. */
export interface Arrival {
  /** Level on a surface that faces it, 0: none. */
  level: number
  dx: number
  dy: number
  dz: number
}

const arrival: Arrival = { level: 0, dx: 0, dy: 0, dz: 0 }
const onCard: Arrival = { level: 0, dx: 0, dy: 0, dz: 0 }

/** Light of a point of a lamp's face at a place, nothing in between looked for. */
function faced(
  lamp: Lamp,
  px: number,
  py: number,
  pz: number,
  qx: number,
  qy: number,
  qz: number,
  into: Arrival,
): number {
  const x = qx - px
  const y = qy - py
  const z = qz - pz
  const r = Math.sqrt(x * x + y * y + z * z)
  if (r < 1e-9) {
    into.level = 0
    return 0
  }
  into.dx = x / r
  into.dy = y / r
  into.dz = z / r
  const cosine = -(into.dx * lamp.aim[0] + into.dy * lamp.aim[1] + into.dz * lamp.aim[2])
  into.level = (lamp.strength * beamShare(lamp.lobe, cosine)) / (r * r)
  return r
}

/** Light that would show less than this, against correct, is not looked after. */
const TELLING = 3e-4

/**
 * Light of a lamp at a place on a surface, shadows counted; none where the surface is turned away.
 *
 * @param nx normal of the surface, on the side that is looked at
 * @param most share of the light that the surface can throw on at most
 */
export function lightAt(
  scene: Scene,
  lamp: Lamp,
  numbers: Numbers,
  stream: number,
  px: number,
  py: number,
  pz: number,
  nx: number,
  ny: number,
  nz: number,
  most: number,
  time: number,
  shift: Shift,
  into: Arrival = arrival,
): Arrival {
  let qx = lamp.place[0]
  let qy = lamp.place[1]
  let qz = lamp.place[2]
  if (lamp.wide) {
    const u = 2 * numbers.at(FACE, stream) - 1
    const v = 2 * numbers.at(FACE + 1, stream) - 1
    qx += u * lamp.across[0] + v * lamp.up[0]
    qy += u * lamp.across[1] + v * lamp.up[1]
    qz += u * lamp.across[2] + v * lamp.up[2]
  }
  const r = faced(lamp, px, py, pz, qx, qy, qz, into)
  const facing = into.dx * nx + into.dy * ny + into.dz * nz
  if (facing <= 0 || into.level * most < TELLING) into.level = 0
  else into.level *= scene.world.open(px, py, pz, into.dx, into.dy, into.dz, r - 1e-6, time, shift)
  return into
}

/** Light that a white card throws at a place: a point of it, lit by the lamp. */
function offWhite(
  scene: Scene,
  card: CardFace,
  lamp: Lamp,
  numbers: Numbers,
  stream: number,
  px: number,
  py: number,
  pz: number,
  time: number,
  shift: Shift,
): Arrival {
  const u = 2 * numbers.at(FACE, stream + 29) - 1
  const v = 2 * numbers.at(FACE + 1, stream + 29) - 1
  const [cx, cy, cz] = card.centre
  const qx = cx + u * card.across[0] + v * card.up[0]
  const qy = cy + u * card.across[1] + v * card.up[1]
  const qz = cz + u * card.across[2] + v * card.up[2]
  const [nx, ny, nz] = card.normal
  const x = qx - px
  const y = qy - py
  const z = qz - pz
  const r = Math.sqrt(x * x + y * y + z * z)
  arrival.dx = x / r
  arrival.dy = y / r
  arrival.dz = z / r
  const towards = -(arrival.dx * nx + arrival.dy * ny + arrival.dz * nz)
  arrival.level = 0
  const side = towards > 0 ? 1 : -1
  lightAt(
    scene,
    lamp,
    numbers,
    stream + 31,
    qx + nx * side * 1e-5,
    qy + ny * side * 1e-5,
    qz + nz * side * 1e-5,
    nx * side,
    ny * side,
    nz * side,
    1,
    time,
    shift,
    onCard,
  )
  const facing = (onCard.dx * nx + onCard.dy * ny + onCard.dz * nz) * side
  if (facing <= 0 || onCard.level <= 0) return arrival
  const seen = scene.world.open(px, py, pz, arrival.dx, arrival.dy, arrival.dz, r - 1e-5, time, shift)
  arrival.level =
    (((onCard.level * facing * card.reflectance) / Math.PI) * card.area * Math.abs(towards) * seen) / (r * r)
  return arrival
}

/** Light of the lamp in a silver card at a place: its mirror image, where the card is wide enough to show it. */
function offSilver(
  scene: Scene,
  card: CardFace,
  lamp: Lamp,
  px: number,
  py: number,
  pz: number,
  time: number,
  shift: Shift,
): Arrival {
  arrival.level = 0
  const [nx, ny, nz] = card.normal
  const [cx, cy, cz] = card.centre
  const off = (lamp.place[0] - cx) * nx + (lamp.place[1] - cy) * ny + (lamp.place[2] - cz) * nz
  const here = (px - cx) * nx + (py - cy) * ny + (pz - cz) * nz
  if (off * here <= 0) return arrival
  const x = lamp.place[0] - 2 * off * nx - px
  const y = lamp.place[1] - 2 * off * ny - py
  const z = lamp.place[2] - 2 * off * nz - pz
  const r = Math.sqrt(x * x + y * y + z * z)
  arrival.dx = x / r
  arrival.dy = y / r
  arrival.dz = z / r
  const onto = -here / (arrival.dx * nx + arrival.dy * ny + arrival.dz * nz)
  const mx = px + onto * arrival.dx
  const my = py + onto * arrival.dy
  const mz = pz + onto * arrival.dz
  const within = (half: readonly [number, number, number]): boolean =>
    Math.abs((mx - cx) * half[0] + (my - cy) * half[1] + (mz - cz) * half[2]) <=
    half[0] * half[0] + half[1] * half[1] + half[2] * half[2]
  if (!within(card.across) || !within(card.up)) return arrival
  const lx = lamp.place[0] - mx
  const ly = lamp.place[1] - my
  const lz = lamp.place[2] - mz
  const l = Math.sqrt(lx * lx + ly * ly + lz * lz)
  const cosine = -(lx * lamp.aim[0] + ly * lamp.aim[1] + lz * lamp.aim[2]) / l
  const level = (lamp.strength * beamShare(lamp.lobe, cosine) * card.reflectance) / (r * r)
  if (level <= 0) return arrival
  const side = Math.sign(here) * 1e-5
  arrival.level =
    level *
    scene.world.open(px, py, pz, arrival.dx, arrival.dy, arrival.dz, onto - 1e-5, time, shift) *
    scene.world.open(mx + nx * side, my + ny * side, mz + nz * side, lx / l, ly / l, lz / l, l - 1e-6, time, shift)
  return arrival
}

/** Light of a lamp by way of a card at a place. */
export function lightOff(
  scene: Scene,
  card: CardFace,
  lamp: Lamp,
  numbers: Numbers,
  stream: number,
  px: number,
  py: number,
  pz: number,
  time: number,
  shift: Shift,
): Arrival {
  return card.kind === 'white'
    ? offWhite(scene, card, lamp, numbers, stream, px, py, pz, time, shift)
    : offSilver(scene, card, lamp, px, py, pz, time, shift)
}
