import { traitsOf } from '../recipes/all'
import { secondOf } from '../recipes/through'
import type { Card, FlashSetup, MotionKind, Setup } from '../setup/types'
import { type Vector, scaled, squareTo } from './lamp'

/** How the travel lies in the picture. */
const DIRECTIONS: Readonly<Record<MotionKind, Vector>> = {
  still: [1, 0, 0],
  flight: [1, 0, 0],
  arc: [1, 0, 0],
  swing: [1, 0, 0],
  fall: [0, -1, 0],
  stream: [0, -1, 0],
  toss: [0, 1, 0],
  steady: [1, 0, 0],
}

/** The picture's own axes: which way the travel runs in it, and what of it is in the middle. */
export interface Stage {
  direction: Vector
  /** Out of the plane of the table plan. */
  out: Vector
  /** m along the travel that is in the middle of the picture. */
  centre: number
  /** m along the travel of the middle of the subject: lights and cards are placed from it. */
  middle: number
  /** A place along the travel, m, and so far out of it, in the picture's axes. */
  at(along: number, out?: number): Vector
}

/** Where the subject stands on the travel. */
export type Standing = Pick<Setup, 'recipe' | 'motion' | 'subject'>

/** Near face of the subject along the travel, m. */
export function nearFace({ recipe, motion, subject }: Standing): number {
  if (motion.kind === 'still') return 0
  // A cloud grows about the hands that let it go.
  return traitsOf(recipe).cloud && subject.distance === 0 ? -subject.depth / 2 : subject.distance
}

/**
 * Middle of the subject along the travel, m, of both where a second stands behind it: from there lights and cards are
 * placed, and there the camera points.
 */
export function subjectMiddle(setup: Standing): number {
  const second = secondOf(setup)
  return nearFace(setup) + (second ? second.gap + second.depth : setup.subject.depth) / 2
}

/** Where the things of a set-up stand in the picture's axes, m. */
export function stageOf(setup: Standing & Pick<Setup, 'picture'>): Stage {
  const direction = DIRECTIONS[setup.motion.kind]
  const out: Vector = direction[1] === 0 ? [0, 1, 0] : [1, 0, 0]
  const { cloud, splashes } = traitsOf(setup.recipe)
  const middle = subjectMiddle(setup)
  const burst = setup.motion.kind === 'still' || cloud === true
  const centre = (splashes && !burst ? setup.subject.distance : middle) + setup.picture.aimAlong
  // Travel that is turned out of the plane of focus comes towards the camera as it goes.
  const [flat, deep] = [Math.cos(setup.picture.angleToSensor), Math.sin(setup.picture.angleToSensor)]
  return {
    direction,
    out,
    centre,
    middle,
    at: (along, aside = 0) => {
      const far = along - centre
      return [far * direction[0] * flat + aside * out[0], far * direction[1] * flat + aside * out[1], far * deep]
    },
  }
}

/** A place of the table plan in the picture's axes: m along, across and out, from the middle of the subject. */
export function inPicture(stage: Stage, along: number, across: number, out: number): Vector {
  const { direction, out: aside } = stage
  const from = stage.at(stage.middle)
  return [
    from[0] + along * direction[0] + out * aside[0],
    from[1] + along * direction[1] + out * aside[1],
    from[2] - across,
  ]
}

/**
 * A place in the studio, m: along the travel, across it (+ away from the camera), and out of the plane of the table
 * plan.
 */
export interface Spot {
  along: number
  across: number
  out: number
}

/** Where a light stands, from the middle of the subject. */
export function lightSpot({ distance, angle, elevation }: Pick<FlashSetup, 'distance' | 'angle' | 'elevation'>): Spot {
  const flat = distance * Math.cos(elevation)
  return { along: flat * Math.cos(angle), across: flat * Math.sin(angle), out: distance * Math.sin(elevation) }
}

/** The same in the picture's axes. */
export function lightPlace(stage: Stage, flash: Pick<FlashSetup, 'distance' | 'angle' | 'elevation'>): Vector {
  const { along, across, out } = lightSpot(flash)
  return inPicture(stage, along, across, out)
}

/** A card's middle, its half sides and the way it faces, in the picture's axes. */
export interface CardPlace {
  centre: Vector
  across: Vector
  up: Vector
  /** Of length 1. */
  normal: Vector
}

/** Where a card stands and faces: turn 0 faces the camera, + turns towards the travel; tilt lifts it out. */
export function cardPlace(stage: Stage, card: Card): CardPlace {
  const { direction, out } = stage
  const flat = Math.cos(card.tilt)
  const [along, lift] = [flat * Math.sin(card.turn), Math.sin(card.tilt)]
  const normal: Vector = [
    along * direction[0] + lift * out[0],
    along * direction[1] + lift * out[1],
    flat * Math.cos(card.turn),
  ]
  const basis = squareTo(normal)
  return {
    centre: inPicture(stage, card.along, card.across, card.out),
    across: scaled(basis.across, card.width / 2),
    up: scaled(basis.up, card.height / 2),
    normal,
  }
}
