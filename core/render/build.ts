import type { Assessment } from '../plan'
import { curtainTime } from '../light/shutter'
import { followed } from '../take'
import { focusedDistance } from '../setup/focus'
import type { Recipe } from '../setup/types'
import { Bodies, type Vector } from './bodies'
import { cardsOf } from './cards'
import { lampsOf } from '../light/lamps'
import { SUBJECT_MODELS } from './models'
import { grey } from './material'
import { minus, scaled, squareTo, unit } from '../light/lamp'
import { type Stage, inPicture, lightPlace, stageOf } from '../light/place'
import { pathOf } from './path'
import type { CardFace, Instant, Room, Rows, Scene, View } from './scene'
import { Geometry } from './world'

/** What of a plan a scene shows. */
export interface SceneOptions {
  /** Lights that are on, by their place in the list; left out: all of them, and the room. */
  only?: readonly number[]
  /** A grey card at the subject in place of everything else, turned to face a light, by its place in the list. */
  standIn?: number
  /** Whether nothing stands before the ground. */
  bare?: boolean
  /**
   * An instant of a replay, s after the action starts: before the light falls, the scene dim as it is by then; of a
   * sequence, the pops up to it.
   */
  instant?: number | null
  /** Whether the room's own light is on; left out: where it tells. */
  room?: boolean
}

/** Darker than this the room tells nothing, stops. */
const DARK = -9
/** A ground that throws back more than this lights what stands before it. */
const TELLING_GROUND = 0.12
const STILL: Vector = [0, 0, 0]
/** Steps in which the way of what moves is followed while the shutter is open. */
const STEPS = 96

/** Standard deviation of the Gaussian that is nearest an Airy disc, over its diameter. */
const AIRY = 0.42 / 2.44

function viewOf({ known, optics }: Assessment): View {
  const { lens, picture } = known
  const { magnification } = optics
  const focused = focusedDistance(known)
  return {
    fieldWidth: optics.fieldWidth,
    fieldHeight: optics.fieldHeight,
    focusZ: picture.distance - focused,
    // The entrance pupil stands f(1/m + 1/P) from the plane in focus.
    pupilZ: picture.distance - focused + lens.focalLength * (1 / magnification + 1 / lens.pupilRatio),
    pupilRadius: lens.focalLength / picture.aperture / 2,
    spread: (AIRY * optics.airy) / magnification,
  }
}

const rowsOf = ({ known, shutter }: Assessment): Rows => ({
  edge: shutter.edge,
  travel: curtainTime(known),
  shutter: known.picture.shutter,
  cuts: known.method !== 'open-shutter',
})

/** m/s of what rides at a time, in the picture's axes. */
function velocityAt(path: (time: number) => Vector, time: number): Vector {
  const half = 2e-5
  const [a, b] = [path(time - half), path(time + half)]
  return [(b[0] - a[0]) / (2 * half), (b[1] - a[1]) / (2 * half), (b[2] - a[2]) / (2 * half)]
}

/** Whether a recipe's picture changes from pop to pop by more than a place: it tears, grows, turns, flies apart. */
const CHANGING: Readonly<Record<Recipe, boolean>> = {
  balloon: true,
  projectile: true,
  pour: true,
  drop: true,
  throw: true,
  powder: true,
  toss: false,
  swing: false,
  grains: true,
  run: true,
  spin: true,
  bubble: true,
}
/** More pops than this are drawn as the first, each at its place: every one would be a scene to hold. */
const MOST_WORLDS = 24

/** Whether each pop of a sequence shows a scene of its own. */
const changes = ({ known, sequence }: Assessment): boolean =>
  sequence !== null &&
  sequence.exposures.length > 1 &&
  sequence.exposures.length <= MOST_WORLDS &&
  known.sequence.track.length < 2 &&
  CHANGING[known.recipe]

/** The plan as a picture of one pop at a time, s after the action starts. */
const popAt = (plan: Assessment, time: number): Assessment => ({
  ...plan,
  sequence: null,
  timing: { ...plan.timing, captured: time },
  caughtAt: plan.caughtAt === null ? null : followed(plan.known)(time) - plan.setup.subject.distance,
})

/** The pops of a picture: one, or those of its sequence with where everything is meanwhile. */
function instantsOf(
  plan: Assessment,
  stage: Stage,
  path: (time: number) => Vector,
  on: (light: number) => boolean,
  worldsOf: ((times: readonly number[]) => Geometry[]) | null,
): Instant[] {
  const { captured } = plan.timing
  const { sequence } = plan
  if (plan.known.method === 'fast-shutter' || captured === null) return []
  const lights = plan.known.flashes.map((_, i) => i)
  if (sequence === null) {
    return [
      {
        lamps: lights.filter(on),
        shift: { rideX: 0, rideY: 0, rideZ: 0, stayX: 0, stayY: 0 },
        velocity: velocityAt(path, captured),
      },
    ]
  }
  const start = stage.at(sequence.exposures[0]?.place ?? 0)
  const worlds = worldsOf?.(sequence.exposures.map(({ time }) => captured + time))
  return sequence.exposures.map((exposure, i) => {
    const ride = stage.at(exposure.along, exposure.across)
    const off = exposure.along - exposure.place
    const stay: Vector = [
      off * stage.direction[0] + exposure.across * stage.out[0],
      off * stage.direction[1] + exposure.across * stage.out[1],
      0,
    ]
    return {
      lamps: exposure.lights.filter(on),
      shift: worlds
        ? { rideX: stay[0], rideY: stay[1], rideZ: 0, stayX: stay[0], stayY: stay[1] }
        : {
            rideX: ride[0] - start[0],
            rideY: ride[1] - start[1],
            rideZ: ride[2] - start[2],
            stayX: stay[0],
            stayY: stay[1],
          },
      velocity: velocityAt(path, captured + exposure.time),
      ...(worlds ? { world: worlds[i]! } : {}),
    }
  })
}

/** The room's light over the open time, and the way of what moves through it. */
function roomOf(plan: Assessment, path: (time: number) => Vector): Room | null {
  const { captured } = plan.timing
  const { ambient } = plan.exposure
  if (ambient < DARK) return null
  const { shutter } = plan.known.picture
  const open = plan.known.method === 'open-shutter'
  const [from, to] = [-(open ? 0.6 : 0.5) * shutter, (open ? 0.4 : 0.5) * shutter]
  const now = captured === null ? STILL : path(captured)
  const places = Array.from({ length: STEPS + 1 }, (_, i): Vector => {
    if (captured === null) return STILL
    const at = path(captured + from + ((to - from) * i) / STEPS)
    return [at[0] - now[0], at[1] - now[1], at[2] - now[2]]
  })
  return { level: 2 ** ambient, from, to, places, rolls: !open }
}

/** Electrons a pixel of a full-frame sensor of some 5 µm holds at base sensitivity, and its read noise. */
const FULL_WELL = 45_000
const READ_NOISE = 4
/** An 18 % card exposed correctly is this far below clipping, stops. */
const HEADROOM = 3

/** How dark what is not recorded yet is shown, stops. */
const UNSEEN = -3.2

/** The plan as it would be if the light fell at an instant; of a sequence, with the pops that have fallen by then. */
function planAt(plan: Assessment, instant: number | null): Assessment {
  const { captured } = plan.timing
  if (instant === null || captured === null) return plan
  if (plan.sequence !== null) {
    const exposures = plan.sequence.exposures.filter(e => e.time <= instant - captured + 1e-9)
    return { ...plan, sequence: { ...plan.sequence, exposures } }
  }
  if (instant >= captured) return plan
  return {
    ...plan,
    timing: { ...plan.timing, captured: instant },
    caughtAt: plan.caughtAt === null ? null : followed(plan.known)(instant) - plan.setup.subject.distance,
    exposure: { ...plan.exposure, flash: UNSEEN, ambient: -Infinity },
  }
}

/** m of the card that stands in for a subject, each way from its middle. */
const CARD = 0.06

function standIn(plan: Assessment, stage: Stage, bodies: Bodies, light: number): void {
  const at = inPicture(stage, 0, 0, 0)
  const { across, up } = squareTo(unit(minus(lightPlace(stage, plan.known.flashes[light]!), at)))
  bodies.plate(at, scaled(across, CARD), scaled(up, CARD), grey(0.18))
}

/**
 * The scene of a plan, to be computed into a picture.
 *
 * @param plan of which the setting, the timing, the place where the object is caught and the exposures are used: those
 * of a take may stand in for the planned ones
 */
export function sceneOf(planned: Assessment, options: SceneOptions = {}): Scene {
  const plan = planAt(planned, options.instant ?? null)
  const { known } = plan
  const stage = stageOf(known)
  const path = pathOf(plan, stage)
  const { ground } = known.scene
  const lamps = lampsOf(plan)
  const times = lamps.flatMap(lamp => [lamp.peak, lamp.peak + lamp.shape.cut])
  const shown = plan.timing.captured !== null && !options.bare
  /** Ground and cards first, so that a card's body has one number in the world of every pop. */
  const worldOf = (pop: Assessment): { world: Geometry; cards: CardFace[] } => {
    const bodies = new Bodies()
    const [wide, tall] = [ground.width / 2, ground.height / 2]
    bodies.plate([0, 0, -ground.distance], [wide, 0, 0], [0, tall, 0], grey(ground.reflectance))
    const cards = cardsOf(known, stage, bodies)
    if (options.standIn !== undefined) standIn(pop, stage, bodies, options.standIn)
    else if (shown) SUBJECT_MODELS[known.recipe]({ plan: pop, stage, bodies, path })
    return { world: new Geometry(bodies, [Math.min(0, ...times), Math.max(0, ...times)]), cards }
  }
  const { world, cards } = worldOf(plan)
  const on = (light: number): boolean => options.only === undefined || options.only.includes(light)
  const changing = shown && options.standIn === undefined && changes(plan)
  const worldsOf = changing ? (at: readonly number[]) => at.map(time => worldOf(popAt(plan, time)).world) : null
  const instants = instantsOf(plan, stage, path, on, worldsOf)
  const withRoom = options.room ?? options.only === undefined
  const pixel = plan.optics.pixelPitch / 5e-6
  return {
    world,
    lamps,
    cards,
    instants,
    room: withRoom ? roomOf(plan, path) : null,
    view: viewOf(plan),
    rows: rowsOf(plan),
    grain: {
      electrons: (FULL_WELL * pixel ** 2 * known.camera.baseIso) / known.picture.iso / 2 ** HEADROOM,
      read: READ_NOISE,
      pixelsWide: known.camera.pixelsWide,
    },
    bounces: ground.reflectance > TELLING_GROUND,
  }
}
