import { type Lamp, lobeOf, minus, scaled, squareTo, unit } from '../../core/light/lamp'
import { Film } from '../../core/render'
import type { Bodies, Vector } from '../../core/render/bodies'
import type { Scene } from '../../core/render/scene'
import { Geometry } from '../../core/render/world'

/** Nothing has gone anywhere. */
export const STILL = { rideX: 0, rideY: 0, rideZ: 0, stayX: 0, stayY: 0 }
/** A camera that looks at one place alone. */
export const NARROW = { fieldWidth: 0.001, fieldHeight: 0.001, focusZ: 0, pupilZ: 1, pupilRadius: 0, spread: 0 }
export const SQUARE = { tau: null, cut: 1e-4, t01: 1e-4 }

/** A lamp at a place, aimed at another, that brings a card at that other to `level`. */
export function lamp(place: Vector, at: Vector, level: number, change: Partial<Lamp> = {}): Lamp {
  const aim = unit(minus(at, place))
  const { across, up } = squareTo(aim)
  const far = Math.hypot(...minus(at, place))
  return {
    name: 'Lamp',
    place,
    aim,
    across: scaled(across, 0.005),
    up: scaled(up, 0.005),
    area: 1e-4,
    strength: level * far ** 2,
    lobe: lobeOf(1),
    wide: false,
    peak: 0,
    shape: SQUARE,
    lag: 0,
    continuous: false,
    ...change,
  }
}

/** A scene by hand: a camera 1 m away that sees so many metres, everything sharp unless told otherwise. */
export function scene(bodies: Bodies, lamps: Lamp[], change: Partial<Scene> = {}): Scene {
  return {
    world: new Geometry(bodies, [0, 1e-3]),
    lamps,
    cards: [],
    instants: [{ lamps: lamps.map((_, i) => i), shift: STILL, velocity: [0, 0, 0] }],
    room: null,
    view: { fieldWidth: 0.2, fieldHeight: 0.2, focusZ: 0, pupilZ: 1, pupilRadius: 0, spread: 0 },
    rows: { edge: 'all', travel: 0, shutter: 1, cuts: false },
    grain: { electrons: 1e4, read: 3, pixelsWide: 4000 },
    bounces: false,
    ...change,
  }
}
export function picture(of: Scene, passes: number, width = 9, height = 9): Film {
  const film = new Film(of, width, height)
  for (let i = 0; i < passes; i++) film.pass()
  return film
}
