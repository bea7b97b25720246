import { memoisedFor } from '../math/memoised'
import { traitsOf } from '../recipes/all'
import type { LightRole, Setup } from '../setup/types'
import { type Shining, TO_CAMERA, type Vector, minus, scaled, sum, unit } from './lamp'
import { type Given, reflectorsOf, givenBy } from './reflectors'
import { lampsOf } from './lamps'
import { levelAt } from './level'
import type { Framed, Lit } from './lit'
import { stageOf } from './place'
import { GREY } from './silhouette'

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
  background: number | null
  /** Stops it is brighter at the near side of the subject than at the far side. */
  fallOff: number
}

/** The ground that the picture shows, in stops against mid grey. */
export interface BackgroundFigures {
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

/** What one card throws of all lights, in stops against correct; null where none of it gets there. */
export interface CardFigures {
  /** Its place in the list. */
  card: number
  name: string
  /** On a surface at the subject that faces the camera. */
  front: number | null
  /** On the ground in the middle of the picture, against mid grey as the ground throws it back. */
  background: number | null
}

/** What every light, card and the background do in the picture, in stops. */
export interface SceneFigures {
  /** Each with what cards throw of it, and without what flags keep off. */
  lights: LightFigures[]
  cards: CardFigures[]
  background: BackgroundFigures
}

const stopsOf = (level: number): number | null => (level > 0 ? Math.log2(level) : null)

/** Places on the ground that the picture shows, as a grid over its width and height. */
const ACROSS = 5
const DOWN = 5
/** That in the middle, among them. */
const MIDDLE = (ACROSS * DOWN - 1) / 2

/** What the figures go by besides what the lights give. */
interface LitScene extends Pick<Framed, 'optics'> {
  setup: Pick<Setup, 'recipe' | 'motion' | 'subject' | 'picture' | 'scene' | 'flashes'>
}

/** Those places, in the picture's axes, and whether the ground fills the picture. */
export function backgroundPlaces({
  setup,
  optics,
}: Pick<Framed, 'optics'> & { setup: Pick<Setup, 'picture' | 'scene'> }): { places: Vector[]; fills: boolean } {
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

/** What each light gives the ground at each of those places, against mid grey. */
function onBackground(a: LitScene, places: readonly Vector[], given: readonly Given[]): number[][] {
  const thrown = a.setup.scene.ground.reflectance / GREY
  return given.map(lamp => places.map(place => lamp.level(place, TO_CAMERA) * thrown))
}

function backgroundFigures({ setup }: LitScene, each: readonly number[][], fills: boolean): BackgroundFigures {
  const levels = Array.from({ length: ACROSS * DOWN }, (_, place) => each.reduce((sum, of) => sum + of[place]!, 0))
  const astray = each.reduce((sum, of, i) => (setup.flashes[i]!.role === 'ground' ? sum : sum + of[MIDDLE]!), 0)
  const [brightest, darkest] = [stopsOf(Math.max(...levels)), stopsOf(Math.min(...levels))]
  return {
    middle: stopsOf(levels[MIDDLE]!),
    brightest,
    darkest,
    evenness: brightest === null || darkest === null ? null : brightest - darkest,
    spill: stopsOf(astray),
    fills,
  }
}

/** m from the near to the far side of a subject as a light from the side meets it: as deep as high, but for people. */
const across = ({ recipe, subject: { depth, height, person } }: LitScene['setup']): number =>
  traitsOf(recipe).person || person ? Math.min(depth, height) : Math.max(depth, Math.min(height, depth * 4))

/**
 * Worked out once for lights of these strengths in this scene and frame: findings, results and the page all ask, and a
 * drag of anything else leaves them as they are.
 */
const figuresFor = memoisedFor<Setup['flashes'], SceneFigures>()

/**
 * What every light of a set-up does at the subject and on the ground.
 *
 * @param a of which set-up, pulses, exposure and optics are used
 * @remarks Lights add as their levels. A light that stands behind gives the front nothing straight, whatever its role
 *   says; a card may throw some of it back.
 */
export function sceneFigures(a: Lit): SceneFigures {
  const { recipe, motion, subject, picture, scene, flashes } = a.setup
  const { fieldWidth, fieldHeight } = a.optics
  const lamps = lampsOf(a)
  const strengths = lamps.map(lamp => lamp.strength)
  const by = [recipe, motion, subject, picture, scene, fieldWidth, fieldHeight, ...strengths]
  return figuresFor(flashes, by, () => figuresOf(a, lamps))
}

function figuresOf(a: LitScene, lamps: readonly Shining[]): SceneFigures {
  const { setup } = a
  const stage = stageOf(setup)
  const reflectors = reflectorsOf(setup, stage)
  const given = lamps.map(lamp => givenBy(lamp, reflectors))
  const subject = stage.at(stage.middle)
  const { places, fills } = backgroundPlaces(a)
  const each = onBackground(a, places, given)
  const half = across(setup) / 2
  const lights = lamps.map((lamp, i): LightFigures => {
    const towards = minus(lamp.place, subject)
    const side: Vector = unit([towards[0], towards[1], 0])
    const direction = unit(towards)
    const near = Math.min(half, Math.hypot(...towards) * 0.9)
    const facing = levelAt(lamp, subject)
    const nearSide = levelAt(lamp, sum(subject, scaled(direction, near)))
    const farSide = levelAt(lamp, minus(subject, scaled(direction, half)))
    return {
      light: i,
      name: setup.flashes[i]!.name,
      role: setup.flashes[i]!.role,
      facing: Math.log2(Math.max(facing, NONE)),
      front: stopsOf(given[i]!.level(subject, TO_CAMERA)),
      edge: Math.hypot(towards[0], towards[1]) < 1e-6 ? null : stopsOf(given[i]!.level(subject, side)),
      background: stopsOf(each[i]![MIDDLE]!),
      fallOff: Math.log2(Math.max(nearSide, NONE) / Math.max(farSide, NONE)),
    }
  })
  const cards = reflectors.flatMap((board, i): CardFigures[] => {
    if (board.kind === 'black') return []
    const on = (place: Vector): number => given.reduce((total, lamp) => total + lamp.off(i, place, TO_CAMERA), 0)
    return [
      {
        card: i,
        name: setup.scene.cards[i]!.name,
        front: stopsOf(on(subject)),
        background: stopsOf((on(places[MIDDLE]!) * setup.scene.ground.reflectance) / GREY),
      },
    ]
  })
  return { lights, cards, background: backgroundFigures(a, each, fills) }
}
