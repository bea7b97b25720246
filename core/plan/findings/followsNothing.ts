import { followedChain } from '../../light/firing'
import { type FixDraft, type Rule, plain } from './types'

/** An optical slave needs a light to see that something else fires. */
export const followsNothing: Rule = ({ setup }) => {
  const index = setup.flashes.findIndex(flash => {
    if (flash.fired !== 'slave') return false
    const { chain, ring } = followedChain(setup, flash)
    return ring || chain.length === 0
  })
  if (index < 0) return null
  const other = setup.flashes.findIndex((flash, i) => i !== index && flash.fired !== 'slave')
  const fixes: FixDraft[] = [
    { label: 'Trigger it over the link', changes: [{ path: `flashes[${index}].fired`, value: 'link' }] },
  ]
  if (other >= 0)
    fixes.unshift({
      label: `Set its slave to follow ${plain(setup.flashes[other]!.name)}`,
      changes: [{ path: `flashes[${index}].follows`, value: other }],
    })
  return {
    id: 'follows-nothing',
    severity: 'error',
    title: `${plain(setup.flashes[index]!.name)} will not fire: its slave follows no light that does`,
    reason: 'An optical slave needs another flash to trigger it: one of the list, not itself and not in a ring.',
    figures: {},
    paths: [`flashes[${index}].follows`],
    fixes,
  }
}
