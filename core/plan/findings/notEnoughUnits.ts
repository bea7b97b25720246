import { recycleAt } from '../../defaults/typical'
import type { SequencePlan } from '../sequence'
import { type Rule, count, plain, time } from './types'
import { longer } from './sequence'

const BOUNDS = {
  one: '',
  recycle: 'One unit needs {recycle} to recycle.',
  heat: 'One unit has to cool after {heat}.',
  rate: 'Its repeating mode does {rate} at most.',
  pops: 'Its repeating mode gives {pops} pops at most.',
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
    title: `${plain(flash.name)} needs {needed} units to give {count} pops`,
    reason: `${BOUNDS[light.schedule.bound]} Let {needed} units take turns, or some pops will be dark or dim.`,
    figures: {
      count: count(light.times.length),
      needed: count(needed),
      recycle: time(recycleAt(flash, flash.power)),
      heat: { value: flash.heatLimit ?? 0, quantity: 'energy' },
      rate: { value: light.limits.repeat?.rate ?? 0, quantity: 'rate' },
      pops: count(light.limits.repeat?.pops ?? 0),
    },
    paths: [`flashes[${light.light}].relay`, `flashes[${light.light}].recycleTime`],
    fixes: [
      { label: 'Alternate {needed} sets', figures: { needed: count(needed) }, changes },
      ...(sequence.closestOfOneLight !== null && light.schedule.bound === 'recycle'
        ? longer(setup.sequence.groups, sequence.closestOfOneLight, recycleAt(flash, flash.power))
        : []),
    ],
  }
}
