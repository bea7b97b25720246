import { type FindingDraft, type Rule, count, named } from './types'

/** A group of pops has no light that could give them, or comes at places that are never reached. */
export const neverReached: Rule = ({ setup, sequence }): FindingDraft | null => {
  if (setup.sequence.groups.length === 0) return null
  const idle = setup.sequence.groups.findIndex(group => group.lights.every(light => light >= setup.flashes.length))
  if (idle >= 0) {
    return {
      id: 'pops-unreached',
      severity: 'error',
      title: 'finding.neverReached.popsMissingGroupHas',
      reason: 'finding.neverReached.chooseLeastOneLight',
      figures: {},
      paths: [`sequence.groups[${idle}].name`],
      fixes:
        setup.flashes.length === 0
          ? []
          : [
              {
                label: 'finding.neverReached.addGroup',
                figures: { light: named(setup.flashes[0]!.name) },
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
    title: 'finding.neverReached.positionsOutReach',
    reason: 'finding.neverReached.objectDoesNotGet',
    figures: { missing: count(missing) },
    paths: ['sequence.groups[0].to'],
    fixes: [],
  }
}
