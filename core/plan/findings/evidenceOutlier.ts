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
  dark: 'the dark band measured',
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
    open: 'Not the speed entered: let the takes find it',
  },
  subjectDistance: {
    name: 'the distance to the subject',
    quantity: 'length',
    unit: 'm',
    error: 'subject.distanceError',
    open: 'The tape was wrong: let the takes find the subject distance',
  },
  sensorPosition: {
    name: 'the sensor position',
    quantity: 'length',
    unit: 'm',
    error: 'sensor.positionError',
    open: 'The tape was wrong: let the takes find the sensor position',
  },
  sensorOffset: {
    name: 'the sensor’s distance from the path',
    quantity: 'length',
    unit: 'm',
    error: 'sensor.positionError',
    open: 'The tape was wrong: let the takes find the sensor position',
  },
  temperatureC: { name: 'the air temperature', quantity: 'temperature', error: 'air.temperatureError' },
  waveSpeed: {
    name: 'the wave speed in the table',
    quantity: 'speed',
    error: 'sensor.waveSpeedError',
    open: 'Not the table entered: let the takes find its wave speed',
  },
  crackSpeed: {
    name: 'the tear speed',
    quantity: 'speed',
    error: 'subject.crackSpeedError',
    open: 'Not the skin entered: let the takes find its tear speed',
  },
  speedLost: { name: 'the speed lost in the subject', quantity: 'share', error: 'subject.speedLostError' },
  phaseScale: {
    name: 'the time to the moment, as a share of what was entered,',
    quantity: 'share',
    error: 'moment.timeError',
    open: 'Not the time entered: let the takes find it',
  },
  latency: { name: 'extra chain latency', quantity: 'time' },
  flinch: {
    name: 'how early the hand presses',
    quantity: 'time',
    error: 'hand.flinchError',
    open: 'Not the hand entered: let the takes find how early it presses',
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
  const side = entry.kind === 'beyond' ? 'beyond ' : entry.kind === 'short' ? 'short of ' : ''
  const blamed = fits(culprits)
  const opens = culprits.flatMap(opened)
  return {
    id: 'evidence-surprise' as const,
    severity: 'warning' as const,
    title: `Measurement ${side}{read} disagrees with the rest: {expected} ± {sigma}`,
    reason:
      `No other measurement or figure agrees with ${CALLED[entry.kind]}${entry.how ? ` (${entry.how})` : ''}.` +
      blamed.text,
    figures: { read: figure(read), expected: figure(expected), sigma: figure(sigma), ...blamed.figures },
    paths: [`evidence[${at}].value`],
    fixes: [
      { label: 'The reading is wrong: leave it out', changes: [{ path: `evidence[${at}].on`, value: false }] },
      ...opens.filter((fix, i) => opens.findIndex(other => other.label === fix.label) === i),
      {
        label: 'Keep both: widen this one’s uncertainty to {wide}',
        figures: { wide: figure(wide) },
        changes: [{ path: `evidence[${at}].error`, value: wide }],
      },
    ],
  }
}
