import { type FindingDraft, type Rule, count, plain } from './types'

/** A group of pops has no light that could give them, or comes at places that are never reached. */
export const neverReached: Rule = ({ setup, sequence }): FindingDraft | null => {
  if (setup.sequence.groups.length === 0) return null
  const idle = setup.sequence.groups.findIndex(group => group.lights.every(light => light >= setup.flashes.length))
  if (idle >= 0) {
    return {
      id: 'pops-unreached',
      severity: 'error',
      title: 'Pops missing: a group has no light',
      reason: 'Choose at least one light for this group.',
      figures: {},
      paths: [`sequence.groups[${idle}].name`],
      fixes:
        setup.flashes.length === 0
          ? []
          : [
              {
                label: `Add ${plain(setup.flashes[0]!.name)} to the group`,
                changes: [{ path: `sequence.groups[${idle}].lights[0]`, value: 0 }],
              },
            ],
    }
  }
  const missing = sequence?.unreached ?? 1
  if (missing <= 0) return null
  return {
    id: 'pops-unreached',
    severity: 'error',
    title: '{missing} positions are out of reach',
    reason: 'The object does not get as far as the last positions. Bring them closer or raise the speed.',
    figures: { missing: count(missing) },
    paths: ['sequence.groups[0].to'],
    fixes: [],
  }
}
