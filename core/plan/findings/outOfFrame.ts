import { stageOf } from '../../light/place'
import type { Assessment } from '../assess'
import { type PlaceInPicture, fieldAlong, inField, momentInPicture, positionsInPicture, upAlong } from '../shown'
import { type FixDraft, type Rule, count, length } from './types'

/** Share of the picture that a fix leaves free at its edges. */
const ROOM = 0.12
/** Nobody moves the camera farther than this, m. */
const FARTHEST = 30

/** The camera aimed so that some places stand about the middle, along the travel. */
function aimed(a: Assessment, places: readonly PlaceInPicture[]): FixDraft[] {
  const stage = stageOf(a.known)
  const { direction } = stage
  const along = places.map(({ x, y }) => x * direction[0] + y * direction[1])
  // As little as brings them in.
  const half = (fieldAlong(a.optics, stage) * (1 - ROOM)) / 2
  const [low, high] = [Math.min(...along), Math.max(...along)]
  const by = high > half ? high - half : low < -half ? low + half : 0
  if (high - low > 2 * half || by === 0) return []
  const moved = Math.sign(by) * (Math.ceil(Math.abs(by) * 1000) / 1000)
  const up = upAlong(a.known) * moved
  const label =
    up === 0
      ? `Aim the camera {by} ${moved > 0 ? 'farther along' : 'back along'} the path`
      : `${up > 0 ? 'Raise' : 'Lower'} the camera by {by}`
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
          label: 'Move the camera back to {distance}',
          figures: { distance: length(distance, 'm') },
          changes: [{ path: 'picture.distance', value: distance }],
        },
      ]
}

/** What the moment shows, or some positions of a sequence, lie outside the picture. */
export const outOfFrame: Rule = a => {
  const positions = positionsInPicture(a)
  const moment = positions.length === 0 ? momentInPicture(a) : null
  const places = moment ? [moment] : positions
  const seen = places.filter(place => inField(a, place)).length
  if (seen === places.length) return null
  const fixes = [...aimed(a, places), ...steppedBack(a, places)]
  const field = { width: length(a.optics.fieldWidth, 'mm'), height: length(a.optics.fieldHeight, 'mm') }
  const outOfReach = 'A shorter lens, or a step back, would hold it.'
  const paths = ['picture.aimAlong', 'picture.distance']
  if (moment) {
    const off = Math.hypot(moment.x, moment.y)
    return {
      id: 'out-of-frame',
      severity: 'error',
      title: 'The moment lies outside the picture',
      reason: 'It is {off} from the middle of a picture {width} wide and {height} high.',
      figures: { off: length(off, 'mm'), ...field },
      paths,
      fixes,
      outOfReach,
    }
  }
  return {
    id: 'out-of-frame',
    severity: seen === 0 ? 'error' : 'warning',
    title: '{seen} of {all} positions are in the picture',
    reason: 'The picture is {width} wide and {height} high; the others fall beside it.',
    figures: { seen: count(seen), all: count(places.length), ...field },
    paths,
    fixes,
    outOfReach,
  }
}
