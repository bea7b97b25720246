import { recycleAt } from '../../defaults/typical'
import type { SequencePlan } from '../sequence'
import { type Rule, count, time, named } from './types'
import { longer } from './sequence'

/** Why so many units are needed. */
const WHY = {
  one: 'finding.notEnoughUnits.takeTurns',
  recycle: 'finding.notEnoughUnits.recycles',
  heat: 'finding.notEnoughUnits.cools',
  rate: 'finding.notEnoughUnits.repeatsSoFast',
  pops: 'finding.notEnoughUnits.repeatsSoOften',
} as const

/** The first light that has fewer sets than its pops ask for. */
const short = (sequence: SequencePlan) => sequence.lights.find(light => light.schedule.units.length > light.units)

/** The pops need more units than there are. */
export const notEnoughUnits: Rule = ({ setup, sequence }) => {
  if (sequence === null) return null
  const light = short(sequence)
  if (!light) return null
  const flash = setup.flashes[light.light]!
  const needed = light.schedule.units.length
  const changes = sequence.lights
    .filter(l => l.schedule.units.length > l.units)
    .map(l => ({ path: `flashes[${l.light}].relay`, value: l.schedule.units.length }))
  return {
    id: 'not-enough-units',
    severity: 'error',
    title: 'finding.notEnoughUnits.needsUnitsGivePops',
    reason: WHY[light.schedule.bound],
    figures: {
      count: count(light.times.length),
      needed: count(needed),
      recycle: time(recycleAt(flash, flash.power)),
      heat: { value: flash.heatLimit ?? 0, quantity: 'energy' },
      rate: { value: light.limits.repeat?.rate ?? 0, quantity: 'rate' },
      pops: count(light.limits.repeat?.pops ?? 0),
      light: named(flash.name),
    },
    paths: [`flashes[${light.light}].relay`, `flashes[${light.light}].recycleTime`],
    fixes: [
      { label: 'finding.notEnoughUnits.alternateSets', figures: { needed: count(needed) }, changes },
      ...(sequence.closestOfOneLight !== null && light.schedule.bound === 'recycle'
        ? longer(setup.sequence.groups, sequence.closestOfOneLight, recycleAt(flash, flash.power))
        : []),
    ],
  }
}
