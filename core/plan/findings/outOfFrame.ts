import { stageOf } from '../../light/place'
import { traitsOf } from '../../recipes/all'
import { withinLimits } from '../../setup/paths'
import type { Assessment } from '../assess'
import { type PlaceInPicture, fieldAlong, inField, momentInPicture, positionsInPicture, upAlong } from '../shown'
import { anew } from './candidateFixes'
import { type FindingText, type FixDraft, type Rule, count, length, said } from './types'

/** Share of the picture that a fix leaves free at its edges. */
const ROOM = 0.12
/** Nobody moves the camera farther than this, m. */
const FARTHEST = 30

/** How far along the travel the picture would have to move to hold some places, m; 0 where that brings nothing in. */
function beside(a: Assessment, places: readonly PlaceInPicture[]): number {
  const stage = stageOf(a.known)
  const { direction } = stage
  const along = places.map(({ x, y }) => x * direction[0] + y * direction[1])
  const half = (fieldAlong(a.optics, stage) * (1 - ROOM)) / 2
  const [low, high] = [Math.min(...along), Math.max(...along)]
  const by = high > half ? high - half : low < -half ? low + half : 0
  if (high - low > 2 * half || by === 0) return 0
  return Math.sign(by) * (Math.ceil(Math.abs(by) * 1000) / 1000)
}

/** Which of four texts says a way along the travel, which may run up or down. */
const wayOf = (
  up: number,
  along: number,
  texts: Record<'farther' | 'back' | 'up' | 'down', FindingText>,
): FindingText => (up === 0 ? (along > 0 ? texts.farther : texts.back) : up > 0 ? texts.up : texts.down)

/** The camera aimed so that some places stand about the middle, along the travel: as little as brings them in. */
function aimed(a: Assessment, places: readonly PlaceInPicture[]): FixDraft[] {
  const moved = beside(a, places)
  if (moved === 0) return []
  const up = upAlong(a.known) * moved
  const label = wayOf(up, moved, {
    farther: 'finding.outOfFrame.aimFarther',
    back: 'finding.outOfFrame.aimBack',
    up: 'finding.outOfFrame.raiseCamera',
    down: 'finding.outOfFrame.lowerCamera',
  })
  return [
    {
      label,
      figures: { by: length(Math.abs(moved), 'mm') },
      changes: [{ path: 'picture.aimAlong', value: Number((a.setup.picture.aimAlong + moved).toFixed(4)) }],
    },
  ]
}

/** The camera stepped back until all of some places are in. */
function steppedBack(a: Assessment, places: readonly PlaceInPicture[]): FixDraft[] {
  const times = Math.max(
    ...places.map(({ x, y }) =>
      Math.max((2 * Math.abs(x)) / a.optics.fieldWidth, (2 * Math.abs(y)) / a.optics.fieldHeight),
    ),
  )
  const distance = Math.ceil(a.setup.picture.distance * times * (1 + ROOM) * 100) / 100
  return distance > FARTHEST
    ? []
    : [
        {
          label: 'finding.outOfFrame.moveCameraBack',
          figures: { distance: length(distance, 'm') },
          changes: [{ path: 'picture.distance', value: distance }],
        },
      ]
}

/** What stands where the travel leads, moved to where the picture, which moves with it, holds some places. */
function subjectMoved(a: Assessment, places: readonly PlaceInPicture[]): FixDraft[] {
  const { motion, recipe, subject } = a.setup
  const { cloud, glass, intoLiquid } = traitsOf(recipe)
  const moved = beside(a, places)
  if (moved === 0 || cloud || motion.kind === 'still') return []
  const what = glass
    ? 'finding.outOfFrame.vessel'
    : intoLiquid
      ? 'finding.outOfFrame.tank'
      : 'finding.outOfFrame.subject'
  const changes = [
    { path: 'subject.distance', value: Number((subject.distance + moved).toFixed(4)) },
    // What catches it stays as far behind.
    { path: 'catch.distance', value: Number((a.setup.catch.distance + moved).toFixed(4)) },
  ]
  if (!changes.every(withinLimits)) return []
  const after = wanted(anew(a, changes))
  if (after.places.length < places.length || after.seen < after.places.length) return []
  return [
    {
      label: wayOf(upAlong(a.known) * moved, moved, {
        farther: 'finding.outOfFrame.moveForward',
        back: 'finding.outOfFrame.moveBackAlong',
        up: 'finding.outOfFrame.raiseWithCamera',
        down: 'finding.outOfFrame.lowerWithCamera',
      }),
      figures: { by: length(Math.abs(moved), 'mm'), what: said(what) },
      changes,
    },
  ]
}

/** All positions of a sequence, or where the moment is: what the picture should hold, and how many of them it does. */
function wanted(a: Assessment): { places: readonly PlaceInPicture[]; moment: PlaceInPicture | null; seen: number } {
  const positions = positionsInPicture(a)
  const moment = positions.length === 0 ? momentInPicture(a) : null
  const places = moment ? [moment] : positions
  return { places, moment, seen: places.filter(place => inField(a, place)).length }
}

/** What the moment shows, or some positions of a sequence, lie outside the picture. */
export const outOfFrame: Rule = a => {
  const { places, moment, seen } = wanted(a)
  if (seen === places.length) return null
  const fixes = [...aimed(a, places), ...subjectMoved(a, places), ...steppedBack(a, places)]
  const field = { width: length(a.optics.fieldWidth, 'mm'), height: length(a.optics.fieldHeight, 'mm') }
  const outOfReach = 'finding.outOfFrame.shorterLens'
  const paths = ['picture.aimAlong', 'subject.distance', 'picture.distance']
  if (moment) {
    const off = Math.hypot(moment.x, moment.y)
    return {
      id: 'out-of-frame',
      severity: 'error',
      title: 'finding.outOfFrame.momentLiesOutsidePicture',
      reason: 'finding.outOfFrame.middlePictureWideHigh',
      figures: { off: length(off, 'mm'), ...field },
      paths,
      fixes,
      outOfReach,
    }
  }
  return {
    id: 'out-of-frame',
    severity: seen === 0 ? 'error' : 'warning',
    title: 'finding.outOfFrame.positionsPicture',
    reason: 'finding.outOfFrame.pictureWideHighOthers',
    figures: { seen: count(seen), all: count(places.length), ...field },
    paths,
    fixes,
    outOfReach,
  }
}
