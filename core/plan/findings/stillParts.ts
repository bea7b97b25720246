import { type FixDraft, type Rule, count, length, power, stops } from './types'

/** What stands still builds up over the pops and burns out. */
export const stillParts: Rule = ({ setup, sequence, optics }) => {
  if (sequence === null || sequence.stillLevel === null) return null
  const level = sequence.stillLevel
  // A little over a stop above correct, white paper has no tone left.
  if (level <= 1) return null
  const over = level - 1
  const fixes: FixDraft[] = []
  const dark = Math.floor((setup.sequence.groundStops - over) * 10) / 10
  if (dark >= -20)
    fixes.push({
      label: 'finding.stillParts.makeBackgroundClothingDarker',
      figures: { ground: stops(dark) },
      changes: [{ path: 'sequence.groundStops', value: dark }],
    })
  const [main] = setup.sequence.groups
  const fewer = Math.floor(sequence.exposures.length * 2 ** -over)
  if (main && setup.sequence.groups.length === 1 && main.placing !== 'hand' && fewer >= 1)
    fixes.push({
      label: 'finding.stillParts.cutPops',
      figures: { fewer: count(fewer) },
      changes: [{ path: 'sequence.groups[0].count', value: fewer }],
    })
  const lower = setup.flashes.map(flash => Math.max(flash.minimumPower, flash.power * 2 ** -(Math.ceil(over * 3) / 3)))
  if (lower.every((p, i) => p < setup.flashes[i]!.power))
    fixes.push({
      label: 'finding.stillParts.lowerPower',
      figures: { power: power(lower[0]!) },
      changes: lower.map((value, i) => ({ path: `flashes[${i}].power`, value })),
    })
  if (sequence.panNeeded !== null && setup.sequence.panSpeed < sequence.panNeeded) {
    const speed = Math.ceil(sequence.panNeeded * 1000) / 1000
    fixes.push({
      label: 'finding.stillParts.panAwayPathStill',
      figures: { speed: { value: speed, quantity: 'angleRate' } },
      changes: [
        { path: 'sequence.panSpeed', value: speed },
        { path: 'sequence.panAngle', value: Math.PI },
      ],
    })
  }
  return {
    id: 'still-parts',
    severity: 'warning',
    title: 'finding.stillParts.afterPopsStillParts',
    reason: 'finding.stillParts.whereNothingMovesThese',
    figures: {
      level: stops(level),
      count: count(sequence.exposures.length),
      stops: stops(sequence.stillStops),
      field: length(optics.fieldWidth, 'm'),
    },
    paths: ['sequence.groundStops'],
    fixes,
  }
}
