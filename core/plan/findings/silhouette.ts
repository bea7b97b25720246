import { type Rule, stops } from './types'

/** A subject this far under correct is a shape without detail, stops. */
const BLACK = -4

/** Where lights light only the background, the picture is a silhouette, and how black it stands is worth knowing. */
export const silhouette: Rule = ({ exposure }) => {
  if (exposure.silhouette === null || exposure.flash === null) return null
  const { subject } = exposure.silhouette
  const seen = subject !== null && subject > BLACK
  return {
    id: 'silhouette',
    severity: 'note',
    title: seen
      ? 'finding.silhouette.backgroundSubjectNotBlack'
      : 'finding.silhouette.backgroundSubjectBlackSilhouette',
    reason: seen ? 'finding.silhouette.lightMeantBackgroundReaches' : 'finding.silhouette.everyLightAimedBackground',
    figures: { background: stops(exposure.flash), subject: stops(subject ?? 0) },
    paths: ['picture.iso', 'picture.aperture'],
    fixes: [],
  }
}
