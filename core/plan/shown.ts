import { traitsOf } from '../recipes/all'
import { stageOf } from '../light/place'
import type { Setup } from '../setup/types'
import type { Assessment } from './assess'
import { followed } from '../take/followed'
import { natureOf } from '../take/nature'
import { trackOf } from '../take/pops'

/** A place in the picture, m right and up of its middle. */
export interface PlaceInPicture {
  x: number
  y: number
}

/** Where along the travel the moment shows what it shows, m from the start; null where nothing travels to a place. */
function momentAlong({ known, timing }: Pick<Assessment, 'known' | 'timing'>): number | null {
  const { subject, moment, motion, recipe, bodies } = known
  // Where fragments or drops are the picture, what flew through has no place in it.
  const isShown = bodies.some(body => body.sharp && (body.kind === 'object' || body.kind === 'rim'))
  if (motion.kind === 'still' || timing.moment === null || !isShown) return null
  if (moment.reference === 'floor') return subject.distance + subject.liquidDepth
  const ended = traitsOf(recipe).endsAtSubject && (moment.reference === 'impact' || moment.reference === 'start')
  return ended ? null : followed(known)(timing.moment)
}

/** Where the moment is in the picture, by the middle of what moves; null where it has no place of its own. */
export function momentInPicture(a: Pick<Assessment, 'known' | 'timing'>): PlaceInPicture | null {
  const along = momentAlong(a)
  if (along === null || a.timing.moment === null) return null
  const { motion } = natureOf(a.known)
  const rise = motion.riseAt
    ? motion.riseAt(a.timing.moment) - motion.riseAt(motion.timeAt(a.known.subject.distance) ?? 0)
    : 0
  const [x, y] = stageOf(a.known).at(along - a.known.motion.objectLength / 2, rise)
  return { x, y }
}

/** Where each pop of a sequence shows what moves; empty without a sequence. */
export function positionsInPicture({ known, sequence }: Pick<Assessment, 'known' | 'sequence'>): PlaceInPicture[] {
  if (!sequence) return []
  const stage = stageOf(known)
  return sequence.exposures.map(({ along, across }) => {
    const [x, y] = stage.at(along - known.motion.objectLength / 2, across)
    return { x, y }
  })
}

/** Whether a place lies in the picture, with so much of it to spare at its edges, 0 to 1. */
export function inField({ optics }: Pick<Assessment, 'optics'>, { x, y }: PlaceInPicture, room = 0): boolean {
  const part = (1 - room) / 2
  return Math.abs(x) <= optics.fieldWidth * part && Math.abs(y) <= optics.fieldHeight * part
}

/** How many positions of a sequence the picture holds; null without a sequence. */
export function positionsSeen(a: Pick<Assessment, 'known' | 'sequence' | 'optics'>): number | null {
  return a.sequence === null ? null : positionsInPicture(a).filter(place => inField(a, place)).length
}

/** m of the picture along the travel: its height where that runs up or down, else its width. */
export const fieldAlong = (
  { fieldWidth, fieldHeight }: Assessment['optics'],
  { direction }: Pick<ReturnType<typeof stageOf>, 'direction'>,
): number => (Math.abs(direction[1]) > 0.5 ? fieldHeight : fieldWidth)

/**
 * s from the trigger's own pop to when what moves is half in the picture: where a group would begin that shows it from
 * there on; null where it never comes there, or is in the picture from the start.
 */
export function entersPicture({
  known,
  optics,
  timing,
}: Pick<Assessment, 'known' | 'optics' | 'timing'>): number | null {
  if (known.motion.kind === 'still' || timing.captured === null) return null
  const stage = stageOf(known)
  const field = fieldAlong(optics, stage)
  const edge = stage.centre - field / 2 + known.motion.objectLength / 2
  if (edge <= 0) return null
  const time = trackOf(known, natureOf(known).motion).timeAt(edge)
  return time === null ? null : time - timing.captured
}

/**
 * Where a leading edge stands that is not in the picture yet, and one that has left it, m past the near face: what "not
 * there yet" and "gone already" mean where nothing else is said.
 */
export function edgesOfPicture({ known, optics }: Pick<Assessment, 'known' | 'optics'>): {
  enters: number
  leaves: number
} {
  const stage = stageOf(known)
  const field = fieldAlong(optics, stage)
  const middle = stage.centre - known.subject.distance
  return { enters: middle - field / 2, leaves: middle + field / 2 + known.motion.objectLength }
}

/** Which way along the travel is up in the picture: 1, −1, or 0 where it runs across. */
export const upAlong = (setup: Pick<Setup, 'recipe' | 'motion' | 'subject' | 'picture'>): -1 | 0 | 1 =>
  Math.sign(stageOf(setup).direction[1]) as -1 | 0 | 1
