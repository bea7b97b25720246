import { beliefOf } from '../../inference/inform'
import type { Surprise } from '../../inference/types'
import { READINGS } from '../../setup/fields'
import type { Evidence } from '../../setup/types'
import type { Figure, Rule } from './types'

/** What a kind of evidence is called in a sentence. */
const CALLED: Record<Evidence['kind'], string> = {
  place: 'the place seen',
  beyond: 'the place seen',
  short: 'the place seen',
  late: 'how late the picture was',
  speed: 'the speed read',
  interval: 'the time read',
  latency: 'the latency read',
  found: 'the delay that takes found',
  ambient: 'the light metered',
  light: 'the light metered',
  dark: 'the band seen',
}
/** A reading so many of its errors off is no longer surprising. */
const AS_WIDE_AS = 2.5

/** Three standard deviations off what all the rest says: never swallowed, always asked about. */
export const evidenceSurprise: Rule = ({ entered }) => {
  const far = ({ read, expected, sigma }: Surprise): number => Math.abs(read - expected) / sigma
  const [surprise] = [...(beliefOf(entered)?.surprises ?? [])].sort((a, b) => far(b) - far(a))
  if (!surprise) return null
  const at = entered.evidence.findIndex(entry => entry.id === surprise.evidence)
  const entry = entered.evidence[at]!
  const { quantity, unit } = READINGS[entry.kind]
  const figure = (value: number): Figure => ({ value, quantity, ...(unit ? { unit } : {}) })
  const wide = Math.min(1e6, Math.abs(surprise.read - surprise.expected) / AS_WIDE_AS)
  return {
    id: 'evidence-surprise',
    severity: 'warning',
    title: 'This says {read}; everything else says {expected} ± {sigma}',
    reason:
      `Of what was seen, ${CALLED[entry.kind]}${entry.how ? ` (${entry.how})` : ''} stands alone. Which is ` +
      `off: the reading, the speed, the distance, the latency?`,
    figures: { read: figure(surprise.read), expected: figure(surprise.expected), sigma: figure(surprise.sigma) },
    paths: [`evidence[${at}].value`],
    fixes: [
      { label: 'Leave it out', changes: [{ path: `evidence[${at}].on`, value: false }] },
      {
        label: 'Trust it less: read to {wide}',
        figures: { wide: figure(wide) },
        changes: [{ path: `evidence[${at}].error`, value: wide }],
      },
    ],
  }
}
