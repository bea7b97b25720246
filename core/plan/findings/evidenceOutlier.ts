import { posteriorOf } from '../../inference/conditioned'
import type { UnknownInput, Culprit, Outlier } from '../../inference/types'
import { READINGS } from '../../setup/fields'
import type { Quantity } from '../../setup/fields'
import type { Evidence } from '../../setup/types'
import type { Figure, Figures, FixDraft, Rule } from './types'

/** What a kind of evidence is called in a sentence. */
const CALLED: Record<Evidence['kind'], string> = {
  place: 'the measured position',
  beyond: 'the measured position',
  short: 'the measured position',
  late: 'how late the picture was',
  speed: 'the speed read',
  interval: 'the time read',
  blocked: 'the time the beam was blocked',
  latency: 'the latency read',
  found: 'the delay that takes found',
  ambient: 'the light metered',
  light: 'the light metered',
  dark: 'the band seen',
}

/** What may be to blame: its name, its quantity, where its error stands and what is pressed to let it be found. */
const TO_BLAME: Record<
  UnknownInput,
  { name: string; quantity: Quantity; unit?: string; error?: string; open?: string }
> = {
  speed: {
    name: 'the speed',
    quantity: 'speed',
    error: 'motion.speedError',
    open: 'The launcher shot otherwise than entered: let the speed be found',
  },
  subjectDistance: {
    name: 'the distance to the subject',
    quantity: 'length',
    unit: 'm',
    error: 'subject.distanceError',
    open: 'The tape was off: let the distance to the subject be found',
  },
  sensorPosition: {
    name: 'the place of the sensor',
    quantity: 'length',
    unit: 'm',
    error: 'sensor.positionError',
    open: 'The tape was off: let the place of the sensor be found',
  },
  sensorOffset: {
    name: 'how far the sensor stands aside',
    quantity: 'length',
    unit: 'm',
    error: 'sensor.positionError',
    open: 'The tape was off: let the place of the sensor be found',
  },
  temperatureC: { name: 'the air', quantity: 'temperature', error: 'air.temperatureError' },
  waveSpeed: {
    name: 'the wave speed in the table',
    quantity: 'speed',
    error: 'sensor.waveSpeedError',
    open: 'Another table than entered: let its wave speed be found',
  },
  crackSpeed: {
    name: 'the speed of the tear',
    quantity: 'speed',
    error: 'subject.crackSpeedError',
    open: 'Another skin than entered: let the speed of its tear be found',
  },
  speedLost: { name: 'what it loses on its way through', quantity: 'share', error: 'subject.speedLostError' },
  phaseScale: {
    name: 'how long the moment takes, against what was entered',
    quantity: 'share',
    error: 'moment.timeError',
    open: 'It takes another time than entered: let that be found',
  },
  latency: { name: 'what the chain takes beyond what was entered', quantity: 'time' },
  flinch: {
    name: 'how early the hand presses',
    quantity: 'time',
    error: 'hand.flinchError',
    open: 'Another hand than entered: let it be found',
  },
}

/** Errors that are a share of the figure. */
const BY_SHARE: ReadonlySet<UnknownInput> = new Set(['speed', 'crackSpeed', 'waveSpeed', 'speedLost', 'phaseScale'])
/** A reading so many of its errors off is no longer surprising. */
const AS_WIDE_AS = 2.5

/** What would make the reading fit, one after the other: text with figures. */
function fits(culprits: readonly Culprit[]): { text: string; figures: Figures } {
  const said = culprits.map(({ input }, i) => `${TO_BLAME[input].name} were {c${i}}`)
  const figures = Object.fromEntries(
    culprits.map(({ input, needs }, i): [string, Figure] => {
      const { quantity, unit } = TO_BLAME[input]
      return [`c${i}`, { value: needs, quantity, ...(unit ? { unit } : {}) }]
    }),
  )
  return said.length === 0
    ? { text: '', figures }
    : { text: ` The reading would fit if ${said.join(', or ')}.`, figures }
}

/** A figure's error widened to what the reading asks of it. */
function opened({ input, held, needs }: Culprit): FixDraft[] {
  const { error, open } = TO_BLAME[input]
  if (!error || !open) return []
  const off = Math.abs(BY_SHARE.has(input) ? Math.log(needs / held) : needs - held)
  return [{ label: open, changes: [{ path: error, value: Number(off.toPrecision(3)) }] }]
}

/** What everything else gives next to no chance: never swallowed, always asked about. */
export const evidenceSurprise: Rule = ({ entered }) => {
  const [outlier] = posteriorOf(entered)?.outliers ?? []
  return outlier ? asked(entered.evidence, outlier) : null
}

function asked(evidence: readonly Evidence[], { evidence: id, read, expected, sigma, culprits }: Outlier) {
  const at = evidence.findIndex(entry => entry.id === id)
  const entry = evidence[at]!
  const { quantity, unit } = READINGS[entry.kind]
  const figure = (value: number): Figure => ({ value, quantity, ...(unit ? { unit } : {}) })
  const wide = Math.min(1e6, Math.abs(read - expected) / AS_WIDE_AS)
  const side = entry.kind === 'beyond' ? 'beyond ' : entry.kind === 'short' ? 'not yet at ' : ''
  const blamed = fits(culprits)
  const opens = culprits.flatMap(opened)
  return {
    id: 'evidence-surprise' as const,
    severity: 'warning' as const,
    title: `This says ${side}{read}; everything else says {expected} ± {sigma}`,
    reason: `Of what was seen, ${CALLED[entry.kind]}${entry.how ? ` (${entry.how})` : ''} stands alone.${blamed.text}`,
    figures: { read: figure(read), expected: figure(expected), sigma: figure(sigma), ...blamed.figures },
    paths: [`evidence[${at}].value`],
    fixes: [
      { label: 'The reading is wrong: leave it out', changes: [{ path: `evidence[${at}].on`, value: false }] },
      ...opens.filter((fix, i) => opens.findIndex(other => other.label === fix.label) === i),
      {
        label: 'Keep both: trust this one less, to {wide}',
        figures: { wide: figure(wide) },
        changes: [{ path: `evidence[${at}].error`, value: wide }],
      },
    ],
  }
}
