import { significant } from '../../math/significant'
import { type FixDraft, type Rule, angle, rate, share } from './types'

/** A face seen less often than this is worth a word; one that never is, worse. */
const OFTEN = 0.75
const HARDLY = 0.05

/** What turns may have its face away from the camera when the light falls. */
export const faceAway: Rule = ({ setup, face, timing }) => {
  if (face === null || timing.captured === null || face.chance >= OFTEN) return null
  const { turns, faces } = setup.motion
  const fixes: FixDraft[] = [
    { label: 'finding.faceAway.acceptAnySide', changes: [{ path: 'motion.faceWithin', value: null }] },
  ]
  const slower = significant(turns - face.turned / (2 * Math.PI * timing.captured))
  if (slower > 0 && turns > 0)
    fixes.unshift({
      label: 'finding.faceAway.spinThenFacesCamera',
      figures: { n: rate(slower) },
      changes: [{ path: 'motion.turns', value: slower }],
    })
  return {
    id: 'face-away',
    severity: face.chance < HARDLY ? 'error' : 'warning',
    title: 'finding.faceAway.faceShowsTakes',
    reason: faces > 1 ? 'finding.faceAway.nearestFaceTurned' : 'finding.faceAway.faceTurned',
    figures: { chance: share(face.chance), turned: angle(Math.abs(face.turned)), scatter: angle(face.scatter) },
    paths: ['motion.turns', 'motion.faceWithin'],
    fixes,
    outOfReach: 'finding.faceAway.spinMoreSlowlyMore',
  }
}
