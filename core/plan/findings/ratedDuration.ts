import { type Rule, length, time } from './types'

/** Another unit of the same class can last three times as long as the rating. */
const RATING_DOUBT = 3

/** A duration is only rated, and it decides the sharpness. */
export const ratedDuration: Rule = ({ setup, sharpness, pulses }) => {
  if (sharpness.by !== 'flash' || sharpness.judged > sharpness.limit || sharpness.worst === null) return null
  const rated = setup.flashes.findIndex(flash => !flash.measured)
  if (rated < 0 || (sharpness.subject * RATING_DOUBT <= sharpness.limit && !pulses[rated]?.extrapolated)) return null
  return {
    id: 'rated-duration',
    severity: 'note',
    title: setup.flashes[rated]?.borrowed
      ? 'finding.ratedDuration.flashDurationAssumedTypical'
      : pulses[rated]?.extrapolated
        ? 'finding.ratedDuration.flashDurationExtrapolatedBeyond'
        : 'finding.ratedDuration.flashDurationRatedNot',
    reason: 'finding.ratedDuration.unitsOneClassDiffer',
    figures: {
      duration: time(sharpness.duration),
      blur: length(sharpness.subject * RATING_DOUBT, 'mm'),
      limit: length(sharpness.limit, 'mm'),
    },
    paths: [`flashes[${rated}].measured`],
    fixes: [],
  }
}
