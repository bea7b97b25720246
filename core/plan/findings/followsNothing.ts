import { followedChain } from '../../light/firing'
import { type FixDraft, type Rule, named } from './types'

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
    { label: 'finding.followsNothing.triggerOverLink', changes: [{ path: `flashes[${index}].fired`, value: 'link' }] },
  ]
  if (other >= 0)
    fixes.unshift({
      label: 'finding.followsNothing.setSlaveFollow',
      figures: { light: named(setup.flashes[other]!.name) },
      changes: [{ path: `flashes[${index}].follows`, value: other }],
    })
  return {
    id: 'follows-nothing',
    severity: 'error',
    title: 'finding.followsNothing.willNotFireSlave',
    reason: 'finding.followsNothing.opticalSlaveNeedsAnother',
    figures: { light: named(setup.flashes[index]!.name) },
    paths: [`flashes[${index}].follows`],
    fixes,
  }
}
