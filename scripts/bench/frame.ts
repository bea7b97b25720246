import { type Card, type Plan, type Setup, newSetup, plan, sceneFigures, withChanges } from '../../core'
import { seededRandom } from '../../core/math/random'
import { Film, type Scene, sceneOf, stopsOf } from '../../core/render'
import { Bodies, type Vector } from '../../core/render/bodies'
import { reflectorsOf } from '../../core/light/reflectors'
import { backgroundPlaces } from '../../core/light/figures'
import { lobeOf } from '../../core/light/lamp'
import { isOpen } from '../../core/light/level'
import { stageOf } from '../../core/light/place'
import { cardsOf } from '../../core/render/cards'
import { grey } from '../../core/render/material'
import { Geometry } from '../../core/render/world'
import { quantile } from './quantiles'

/** The computed frame against the formulas, over so many random scenes each. */
const SCENES = 200
const random = seededRandom(17)
const between = (low: number, high: number): number => low + (high - low) * random.uniform()
const pick = <T>(list: readonly T[]): T => list[Math.floor(random.uniform() * list.length)]!

function render(scene: Scene, passes: number, width: number, height: number): Film {
  const film = new Film(scene, width, height)
  film.pass(passes)
  return film
}

/** A card or flag somewhere about the subject, turned any way. */
const someCard = (): Card => ({
  name: 'Card',
  kind: pick(['white', 'silver', 'black'] as const),
  along: between(-1, 1),
  across: between(-0.8, 0.8),
  out: between(-0.6, 0.6),
  width: between(0.2, 1),
  height: between(0.2, 1),
  turn: between(-Math.PI, Math.PI),
  tilt: between(-1, 1),
})

/**
 * Two lights somewhere, with heads and beams of any kind, a ground, so many cards and flags, and a camera somewhere
 * before them.
 */
function someScene(cards: number): Plan {
  const start = newSetup('projectile')
  const lights = start.flashes.map(flash => ({
    ...flash,
    role: pick(['key', 'fill', 'ground'] as const),
    angle: -Math.PI / 2 + between(-1.2, 1.2),
    elevation: between(-0.5, 0.9),
    distance: between(0.4, 2.5),
    aimAlong: between(-0.4, 0.4),
    aimAcross: between(-0.2, 0.2),
    aimOut: between(-0.4, 0.4),
    power: 2 ** -between(1, 7),
    lossStops: between(0, 2),
    beamAngle: between(0.8, 3),
    headWidth: between(0.03, 0.6),
    headHeight: between(0.03, 0.6),
  }))
  return plan({
    ...start,
    flashes: lights,
    scene: {
      ground: { distance: between(cards > 0 ? 1.6 : 0.4, 3), width: 9, height: 9, reflectance: between(0.02, 0.9) },
      cards: Array.from({ length: cards }, someCard),
    },
    picture: {
      ...start.picture,
      distance: between(0.5, 3),
      aperture: between(4, 22),
      iso: Math.round(between(64, 1600)),
    },
  })
}

/** The lights of a plan on one surface alone. */
function onlySurface(whole: Plan, place: Vector, u: Vector, v: Vector, reflectance: number): Scene {
  const bodies = new Bodies()
  bodies.plate(place, u, v, grey(reflectance))
  const cards = cardsOf(whole.setup, stageOf(whole.setup), bodies)
  return {
    ...sceneOf(whole, { standIn: 0, room: false }),
    world: new Geometry(bodies, [0, 1e-2]),
    cards,
    bounces: false,
  }
}
/** Whether the camera sees places with no card before them. */
function seen(whole: Plan, places: readonly Vector[]): boolean {
  const boards = reflectorsOf(whole.setup, stageOf(whole.setup))
  return places.every(place => isOpen(boards, [0, 0, whole.setup.picture.distance], place))
}
const narrow = (scene: Scene): Scene => ({ ...scene, view: { ...scene.view, fieldWidth: 1e-3, fieldHeight: 1e-3 } })

const level = (scene: Scene): number => stopsOf(render(narrow(scene), 400, 3, 3).at(1, 1))
const sum = (stops: readonly (number | null)[]): number =>
  Math.log2(stops.reduce<number>((total, one) => total + (one === null ? 0 : 2 ** one), 0))
/** Levels that are told apart at all, stops. */
const TOLD = 8
const told = (stops: number | null): stops is number => stops !== null && Math.abs(stops) < TOLD

const front = (cards: number) => (): number | null => {
  const whole = someScene(cards)
  const formula = sum(sceneFigures(whole).lights.map(light => light.front))
  if (!told(formula) || !seen(whole, [[0, 0, 0]])) return null
  return level(onlySurface(whole, [0, 0, 0], [0.03, 0, 0], [0, 0.03, 0], 0.18)) - formula
}
const backgroundOf = (whole: Plan): Scene => {
  const { ground } = whole.setup.scene
  const half = ground.width / 2
  return onlySurface(whole, [0, 0, -ground.distance], [half, 0, 0], [0, half, 0], ground.reflectance)
}
const groundMiddle = (cards: number) => (): number | null => {
  const whole = someScene(cards)
  const { middle } = sceneFigures(whole).background
  if (!told(middle) || !seen(whole, [[0, 0, -whole.setup.scene.ground.distance]])) return null
  return level(backgroundOf(whole)) - middle
}
const evenness = (cards: number) => (): number | null => {
  const whole = someScene(cards)
  const { evenness: formula, darkest } = sceneFigures(whole).background
  if (formula === null || formula > 5 || !told(darkest) || !seen(whole, backgroundPlaces(whole).places)) return null
  // The formula asks the corners and what lies between; a pixel is the mean of what it sees.
  const film = render(backgroundOf(whole), 60, 41, 41)
  const at = Array.from({ length: 25 }, (_, i) => film.at((i % 5) * 10, Math.floor(i / 5) * 10)[0])
  return Math.log2(Math.max(...at) / Math.min(...at)) - formula
}
function ambient(): number | null {
  const whole = plan(
    withChanges(newSetup('toss'), [
      { path: 'picture.ambientEv', value: between(2, 12) },
      { path: 'picture.aperture', value: between(2.8, 22) },
      { path: 'picture.iso', value: Math.round(between(64, 3200)) },
      { path: 'picture.distance', value: between(0.8, 4) },
      { path: 'scene.ground.reflectance', value: 0.18 },
    ]),
  )
  if (!told(whole.exposure.ambient)) return null
  return stopsOf(render(sceneOf(whole, { only: [], room: true }), 3, 30, 20).at(1, 1)) - whole.exposure.ambient
}

/** Share of the picture in the dark, against the plan's. */
function band(): number | null {
  const setup: Setup = withChanges(newSetup('toss'), [
    { path: 'camera.curtainRuns', value: pick(['up', 'left'] as const) },
    { path: 'camera.curtainTravel', value: between(0.002, 0.006) },
    { path: 'picture.shutter', value: 1 / between(220, 1200) },
    { path: 'scene.ground.reflectance', value: 0.5 },
  ])
  const whole = plan(setup)
  if (whole.shutter.dark <= 0.02 || whole.shutter.dark >= 0.98) return null
  const film = render(sceneOf(whole, { room: false }), 6, 200, 200)
  const up = setup.camera.curtainRuns === 'up'
  const line = Array.from({ length: 200 }, (_, i) => film.at(up ? 4 : i, up ? i : 4)[0])
  return line.filter(v => v === 0).length / 200 - whole.shutter.dark
}

const STILL = { rideX: 0, rideY: 0, rideZ: 0, stayX: 0, stayY: 0 }
/** Length of the streak of a small ball in an even pulse, over speed × duration, less 1. */
function streak(): number {
  const [speed, radius] = [between(2, 300), 0.0004]
  const lasts = between(0.003, 0.008) / speed
  const bodies = new Bodies()
  bodies.sphere([-0.004, 0, 0], radius, grey(0.5), [speed, 0, 0])
  const wide = 400
  const view = { fieldWidth: 0.02, fieldHeight: 0.0002, focusZ: 0, pupilZ: 1, pupilRadius: 0, spread: 0 }
  const film = render(
    {
      world: new Geometry(bodies, [0, lasts]),
      lamps: [
        {
          name: 'Lamp',
          place: [0, 0.4, 0.8],
          aim: [0, -0.447, -0.894],
          across: [0.005, 0, 0],
          up: [0, 0.0045, -0.002],
          area: 1e-4,
          strength: 0.8,
          lobe: lobeOf(1),
          wide: false,
          peak: 0,
          shape: { tau: null, cut: lasts, t01: lasts },
          lag: 0,
          continuous: false,
        },
      ],
      cards: [],
      instants: [{ lamps: [0], shift: STILL, velocity: [0, 0, 0] }],
      room: null,
      view,
      rows: { edge: 'all', travel: 0, shutter: 1, cuts: false },
      grain: { electrons: 1e4, read: 3, pixelsWide: 4000 },
      bounces: false,
    },
    70,
    wide,
    3,
  )
  const row = Array.from({ length: wide }, (_, x) => film.at(x, 1)[0])
  const whole = row.reduce((a, b) => a + b, 0)
  const mean = row.reduce((total, v, x) => total + v * (x + 0.5), 0) / whole
  const variance = row.reduce((total, v, x) => total + v * (x + 0.5 - mean) ** 2, 0) / whole
  // An even streak L long has the variance L² / 12; the ball itself adds about a quarter of its radius squared.
  return Math.sqrt(12 * (variance * (view.fieldWidth / wide) ** 2 - radius ** 2 / 4)) / (speed * lasts) - 1
}

/** Prints, of each quantity, how far the picture is from the formula: median, 95 % and the farthest. */
export function frameBench(): void {
  const rows: [string, string, () => number | null][] = [
    ['front of the subject, all lights', 'EV', front(0)],
    ['the same with two cards or flags', 'EV', front(2)],
    ['ground in the middle', 'EV', groundMiddle(0)],
    ['the same with two cards or flags', 'EV', groundMiddle(2)],
    ['ground, brightest to darkest', 'EV', evenness(0)],
    ['the same with two cards or flags', 'EV', evenness(2)],
    ['ambient', 'EV', ambient],
    ['dark band', 'of the frame', band],
    ['streak', 'of its length', streak],
  ]
  console.log(
    `\nThe computed frame against the formulas, ${SCENES} random scenes each (off by: median, 95 %, farthest)`,
  )
  for (const [name, unit, measure] of rows) {
    const off: number[] = []
    while (off.length < SCENES) {
      const one = measure()
      if (one !== null) off.push(Math.abs(one))
    }
    const text = [quantile(off, 0.5), quantile(off, 0.95), Math.max(...off)].map(v => v.toFixed(4)).join('  ')
    console.log(`${name.padEnd(34)} ${text} ${unit}`)
  }
}
