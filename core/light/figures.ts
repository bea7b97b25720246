import type { Assessment } from '../plan/assess'
import { traitsOf } from '../recipes/all'
import type { LightRole } from '../setup/types'
import { type Lamp, type Vector, beamShare, faceShare, minus, scaled, sum, unit } from './lamp'
import { lampsOf } from './lamps'
import { stageOf } from './place'

/** A grey card, share of the light it throws back: what correct exposure is told by. */
const GREY = 0.18
const TO_CAMERA: Vector = [0, 0, 1]
/** A level below which it is as good as none: a narrow beam aimed elsewhere. */
const NONE = 1e-12

/** What one light does, in stops against correct; null where none of it gets there. */
export interface LightFigures {
  /** Its place in the list. */
  light: number
  name: string
  role: LightRole
  /** On a surface at the subject that faces it: what a meter held towards it says. */
  facing: number
  /** On a surface at the subject that faces the camera. */
  front: number | null
  /** On the edge of the subject as the camera sees it, on the light's own side. */
  edge: number | null
  /** On the ground in the middle of the picture, against mid grey as the ground throws it back. */
  ground: number | null
  /** Stops it is brighter at the near side of the subject than at the far side. */
  fallOff: number
}

/** The ground that the picture shows, in stops against mid grey. */
export interface GroundFigures {
  /** In the middle; null where no light gets there. */
  middle: number | null
  brightest: number | null
  darkest: number | null
  /** Brightest to darkest, stops; null where a part gets none. */
  evenness: number | null
  /** The same of the middle by lights that are not aimed at it. */
  spill: number | null
  /** Whether it fills the picture. */
  fills: boolean
}

export interface SceneFigures {
  lights: LightFigures[]
  ground: GroundFigures
}

const stopsOf = (level: number): number | null => (level > 0 ? Math.log2(level) : null)

/** A face larger than this share of the square of its distance is summed up part by part. */
const NEAR = 0.01
/** Places over a side of a face, −1 to 1, and their weights: Gauss and Legendre's four points. */
const NODES = [-0.8611363115940526, -0.3399810435848563, 0.3399810435848563, 0.8611363115940526]
const WEIGHTS = [0.17392742256872692, 0.32607257743127305, 0.32607257743127305, 0.17392742256872692]

/** Level of a near face on a surface: every part of it at its own distance and angles. */
function levelOfFace(lamp: Lamp, place: Vector, normal: Vector): number {
  const { across, up, aim, lobe } = lamp
  let level = 0
  for (let i = 0; i < 4; i++)
    for (let j = 0; j < 4; j++) {
      const [u, v] = [NODES[i]!, NODES[j]!]
      const x = lamp.place[0] + u * across[0] + v * up[0] - place[0]
      const y = lamp.place[1] + u * across[1] + v * up[1] - place[1]
      const z = lamp.place[2] + u * across[2] + v * up[2] - place[2]
      const square = x * x + y * y + z * z
      const far = Math.sqrt(square)
      const cosine = (x * normal[0] + y * normal[1] + z * normal[2]) / far
      if (cosine <= 0) continue
      const share = beamShare(lobe, -(x * aim[0] + y * aim[1] + z * aim[2]) / far)
      level += (WEIGHTS[i]! * WEIGHTS[j]! * share * cosine) / square
    }
  return lamp.strength * level
}

/**
 * Level of a lamp on a surface at a place: its lobe, the square of the distance, the size of its face and the angle of
 * incidence. Shadows, cards and bounces are the renderer's.
 *
 * @param normal of the surface, of length 1; left out: it faces the lamp
 */
export function levelAt(lamp: Lamp, place: Vector, normal?: Vector): number {
  // By components: it is asked some sixty times for each plan.
  const x = lamp.place[0] - place[0]
  const y = lamp.place[1] - place[1]
  const z = lamp.place[2] - place[2]
  const far = Math.sqrt(x * x + y * y + z * z)
  if (far < 1e-6) return 0
  if (normal && lamp.wide && lamp.area > NEAR * far * far) return levelOfFace(lamp, place, normal)
  const cosine = normal ? (x * normal[0] + y * normal[1] + z * normal[2]) / far : 1
  if (cosine <= 0) return 0
  const offAxis = -(x * lamp.aim[0] + y * lamp.aim[1] + z * lamp.aim[2]) / far
  const share = faceShare({ distance: far, area: lamp.area, lobe: lamp.lobe })
  return (lamp.strength * beamShare(lamp.lobe, offAxis) * share * cosine) / (far * far)
}

/** Places on the ground that the picture shows, as a grid over its width and height. */
const ACROSS = 5
const DOWN = 5

function groundPlaces({ setup, optics }: Pick<Assessment, 'setup' | 'optics'>): { places: Vector[]; fills: boolean } {
  const { ground } = setup.scene
  const wider = 1 + ground.distance / setup.picture.distance
  const [wide, tall] = [optics.fieldWidth * wider, optics.fieldHeight * wider]
  const [shownWide, shownTall] = [Math.min(wide, ground.width), Math.min(tall, ground.height)]
  const places = Array.from({ length: ACROSS * DOWN }, (_, i): Vector => {
    const [x, y] = [(i % ACROSS) / (ACROSS - 1) - 0.5, Math.floor(i / ACROSS) / (DOWN - 1) - 0.5]
    return [x * shownWide, y * shownTall, -ground.distance]
  })
  return { places, fills: ground.width >= wide && ground.height >= tall }
}

function groundFigures(a: Assessment, lamps: readonly Lamp[]): GroundFigures {
  const { reflectance } = a.setup.scene.ground
  const { places, fills } = groundPlaces(a)
  const shown = (place: Vector, among: readonly Lamp[]): number =>
    (among.reduce((total, lamp) => total + levelAt(lamp, place, TO_CAMERA), 0) * reflectance) / GREY
  const levels = places.map(place => shown(place, lamps))
  const middle: Vector = [0, 0, -a.setup.scene.ground.distance]
  const astray = lamps.filter((_, i) => a.setup.flashes[i]!.role !== 'ground')
  const [brightest, darkest] = [stopsOf(Math.max(...levels)), stopsOf(Math.min(...levels))]
  return {
    middle: stopsOf(shown(middle, lamps)),
    brightest,
    darkest,
    evenness: brightest === null || darkest === null ? null : brightest - darkest,
    spill: stopsOf(shown(middle, astray)),
    fills,
  }
}

/** m from the near to the far side of a subject as a light from the side meets it: as deep as high, but for people. */
const across = ({ recipe, subject: { depth, height } }: Assessment['setup']): number =>
  traitsOf(recipe).person ? Math.min(depth, height) : Math.max(depth, Math.min(height, depth * 4))

/** Worked out once for each assessment: findings, results and the page all ask. */
const KNOWN = new WeakMap<Assessment, SceneFigures>()

/**
 * What every light of a set-up does at the subject and on the ground.
 *
 * @param a of which set-up, pulses, exposure and optics are used
 * @remarks Lights add as their levels. A light that stands behind gives the front nothing, whatever its role says.
 */
export function sceneFigures(a: Assessment): SceneFigures {
  const known = KNOWN.get(a)
  if (known) return known
  const figures = figuresOf(a)
  KNOWN.set(a, figures)
  return figures
}

function figuresOf(a: Assessment): SceneFigures {
  const { setup } = a
  const stage = stageOf(setup)
  const lamps = lampsOf(a, stage)
  const subject = stage.at(stage.middle)
  const ground: Vector = [0, 0, -setup.scene.ground.distance]
  const half = across(setup) / 2
  const lights = lamps.map((lamp, i): LightFigures => {
    const towards = minus(lamp.place, subject)
    const side: Vector = unit([towards[0], towards[1], 0])
    const way = unit(towards)
    const near = Math.min(half, Math.hypot(...towards) * 0.9)
    const facing = levelAt(lamp, subject)
    const nearSide = levelAt(lamp, sum(subject, scaled(way, near)))
    const farSide = levelAt(lamp, minus(subject, scaled(way, half)))
    return {
      light: i,
      name: setup.flashes[i]!.name,
      role: setup.flashes[i]!.role,
      facing: Math.log2(Math.max(facing, NONE)),
      front: stopsOf(levelAt(lamp, subject, TO_CAMERA)),
      edge: Math.hypot(towards[0], towards[1]) < 1e-6 ? null : stopsOf(levelAt(lamp, subject, side)),
      ground: stopsOf((levelAt(lamp, ground, TO_CAMERA) * setup.scene.ground.reflectance) / GREY),
      fallOff: Math.log2(Math.max(nearSide, NONE) / Math.max(farSide, NONE)),
    }
  })
  return { lights, ground: groundFigures(a, lamps) }
}
