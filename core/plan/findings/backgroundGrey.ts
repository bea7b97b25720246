import { sceneFigures } from '../../light/figures'
import type { Change } from '../../setup/paths'
import type { Assessment } from '../assess'
import { BRIGHTER, firstWithin } from './candidateFixes'
import { type FixDraft, type Rule, count, power, stops } from './types'
import { whiteBackgroundLights, changedBy } from './backgroundLights'

/** A white ground is grey below, stops against mid grey. */
const WHITE = 1.5

/** The lights of a white ground turned up, or more of them, until it is white. */
function brighter(a: Assessment, lit: readonly number[]): FixDraft[] {
  const within = (factors: readonly number[], key: 'power' | 'units'): Change[] | null =>
    firstWithin(
      a,
      factors,
      factor => lit.map(i => ({ path: `flashes[${i}].${key}`, value: a.setup.flashes[i]![key] * factor })),
      after => (sceneFigures(after).background.darkest ?? -Infinity) >= WHITE,
      changedBy(a, lit),
    )
  const [powers, units] = [within(BRIGHTER, 'power'), within([2, 3, 4, 6], 'units')]
  const fixes: FixDraft[] = []
  if (powers)
    fixes.push({
      label: 'finding.backgroundGrey.turnBackgroundLightsUp',
      figures: { power: power(powers[0]!.value as number) },
      changes: powers,
    })
  if (units)
    fixes.push({
      label: 'finding.backgroundGrey.useTimesManyUnits',
      figures: { units: count(units[0]!.value as number) },
      changes: units,
    })
  return fixes
}

/** A white ground that gets too little is grey. */
export const backgroundGrey: Rule = a => {
  const lit = whiteBackgroundLights(a)
  if (lit.length === 0) return null
  const { darkest } = sceneFigures(a).background
  if (darkest === null || darkest >= WHITE) return null
  return {
    id: 'ground-grey',
    severity: 'note',
    title: 'finding.backgroundGrey.whiteBackgroundComesOut',
    reason: 'finding.backgroundGrey.whiteStartsAboutAbove',
    figures: { darkest: stops(darkest), white: stops(WHITE) },
    paths: lit.map(i => `flashes[${i}].power`),
    fixes: () => brighter(a, lit),
  }
}
