import type { Vector } from './bodies'
import type { Lamp } from '../light/lamp'
import type { CardPlace } from '../light/place'
import type { Shift, Geometry } from './world'

/** A card that throws light back. */
export interface CardFace extends CardPlace {
  kind: 'white' | 'silver'
  /** Its bodies' number, so that no light of it is counted twice. */
  body: number
  area: number
  reflectance: number
}

/** Light of one instant: which lamps, and where things are meanwhile. */
export interface Instant {
  lamps: readonly number[]
  shift: Shift
  /** m/s at which what rides moves. */
  velocity: Vector
  /** What stands there at this instant, where more changes from pop to pop than a place; left out: the scene's own. */
  world?: Geometry
}

/** The camera by what it sees, m: the plane in focus at z, the pupil farther off. */
export interface View {
  fieldWidth: number
  fieldHeight: number
  focusZ: number
  pupilZ: number
  pupilRadius: number
  /** m in the plane of focus that diffraction spreads a point by: standard deviation. */
  spread: number
}

/** A shutter whose rows open one after the other. */
export interface Rows {
  /** Edge of the picture that is covered first. */
  edge: 'top' | 'bottom' | 'left' | 'right' | 'all'
  /** s over the frame, and s that each row is open. */
  travel: number
  shutter: number
  /** Whether light that falls outside is lost; else the shutter is open for all of it. */
  cuts: boolean
}

/** Light that is always on, and where things are while the shutter is open. */
export interface Room {
  /** Against correct exposure over the whole open time. */
  level: number
  /** s about the instant of the picture. */
  from: number
  to: number
  /** Place of what rides at even steps from `from` to `to`. */
  places: readonly Vector[]
  /** Whether rows are open one after the other. */
  rolls: boolean
}

/** Noise of the sensor. */
export interface Grain {
  /** Electrons at correct exposure of an 18 % card in one pixel of the sensor, and of read noise. */
  electrons: number
  read: number
  pixelsWide: number
}

/** Everything a picture is computed from. */
export interface Scene {
  world: Geometry
  lamps: readonly Lamp[]
  cards: readonly CardFace[]
  instants: readonly Instant[]
  room: Room | null
  view: View
  rows: Rows
  grain: Grain
  /** Whether light bounces off what is bright enough to tell. */
  bounces: boolean
}
