import { posteriorOf } from '../../inference/conditioned'
import type { UnknownInput, Culprit, Outlier } from '../../inference/types'
import { READINGS } from '../../setup/fields'
import type { Quantity } from '../../setup/fields'
import type { Evidence } from '../../setup/types'
import {
  type Figure,
  type FindingDraft,
  type FindingText,
  type FixDraft,
  type Listed,
  type Rule,
  named,
  said,
} from './types'

/** What a kind of evidence is called in a sentence. */
const CALLED: Record<Evidence['kind'], FindingText> = {
  place: 'finding.evidenceOutlier.calledMeasuredPosition',
  beyond: 'finding.evidenceOutlier.calledMeasuredPosition',
  short: 'finding.evidenceOutlier.calledMeasuredPosition',
  late: 'finding.evidenceOutlier.calledHowLatePictureWas',
  speed: 'finding.evidenceOutlier.calledSpeedRead',
  interval: 'finding.evidenceOutlier.calledTimeRead',
  blocked: 'finding.evidenceOutlier.calledTimeBeamWasBlocked',
  latency: 'finding.evidenceOutlier.calledLatencyRead',
  found: 'finding.evidenceOutlier.calledDelayThatTakesFound',
  ambient: 'finding.evidenceOutlier.calledLightMetered',
  light: 'finding.evidenceOutlier.calledLightMetered',
  dark: 'finding.evidenceOutlier.calledDarkBandMeasured',
}

/** What may be to blame: its name, its quantity, where its error stands and what is pressed to let it be found. */
const TO_BLAME: Record<
  UnknownInput,
  { name: FindingText; quantity: Quantity; unit?: string; error?: string; open?: FindingText }
> = {
  speed: {
    name: 'finding.evidenceOutlier.wereSpeed',
    quantity: 'speed',
    error: 'motion.speedError',
    open: 'finding.evidenceOutlier.notSpeedEntered',
  },
  subjectDistance: {
    name: 'finding.evidenceOutlier.wereDistanceToTheSubject',
    quantity: 'length',
    unit: 'm',
    error: 'subject.distanceError',
    open: 'finding.evidenceOutlier.findTheSubjectDistance',
  },
  sensorPosition: {
    name: 'finding.evidenceOutlier.wereSensorPosition',
    quantity: 'length',
    unit: 'm',
    error: 'sensor.positionError',
    open: 'finding.evidenceOutlier.findTheSensorPosition',
  },
  sensorOffset: {
    name: 'finding.evidenceOutlier.wereSensorsDistanceFromThePath',
    quantity: 'length',
    unit: 'm',
    error: 'sensor.positionError',
    open: 'finding.evidenceOutlier.findTheSensorPosition',
  },
  temperatureC: {
    name: 'finding.evidenceOutlier.wereAirTemperature',
    quantity: 'temperature',
    error: 'air.temperatureError',
  },
  waveSpeed: {
    name: 'finding.evidenceOutlier.wereWaveSpeedInTheTable',
    quantity: 'speed',
    error: 'sensor.waveSpeedError',
    open: 'finding.evidenceOutlier.notTableEntered',
  },
  crackSpeed: {
    name: 'finding.evidenceOutlier.wereTearSpeed',
    quantity: 'speed',
    error: 'subject.crackSpeedError',
    open: 'finding.evidenceOutlier.notSkinEntered',
  },
  speedLost: {
    name: 'finding.evidenceOutlier.wereSpeedLostInTheSubject',
    quantity: 'share',
    error: 'subject.speedLostError',
  },
  phaseScale: {
    name: 'finding.evidenceOutlier.wereTimeToTheMomentAsAShareOfWha',
    quantity: 'share',
    error: 'moment.timeError',
    open: 'finding.evidenceOutlier.notTimeEntered',
  },
  latency: { name: 'finding.evidenceOutlier.wereExtraChainLatency', quantity: 'time' },
  flinch: {
    name: 'finding.evidenceOutlier.wereHowEarlyHandPresses',
    quantity: 'time',
    error: 'hand.flinchError',
    open: 'finding.evidenceOutlier.notHandEntered',
  },
}

/** Errors that are a share of the figure. */
const BY_SHARE: ReadonlySet<UnknownInput> = new Set(['speed', 'crackSpeed', 'waveSpeed', 'speedLost', 'phaseScale'])
/** A reading so many of its errors off is no longer surprising. */
const AS_WIDE_AS = 2.5

/** What would make the reading fit, one after the other. */
const fits = (culprits: readonly Culprit[]): Listed => ({
  by: 'or',
  each: culprits.map(({ input, needs }) => {
    const { name, quantity, unit } = TO_BLAME[input]
    return said(name, { needs: { value: needs, quantity, ...(unit ? { unit } : {}) } })
  }),
})

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

/** Of a picture that showed it beyond or short of a place. */
const DISAGREES: Partial<Record<Evidence['kind'], FindingText>> = {
  beyond: 'finding.evidenceOutlier.beyondDisagrees',
  short: 'finding.evidenceOutlier.shortDisagrees',
}

function asked(
  evidence: readonly Evidence[],
  { evidence: id, read, expected, sigma, culprits }: Outlier,
): FindingDraft {
  const at = evidence.findIndex(entry => entry.id === id)
  const entry = evidence[at]!
  const { quantity, unit } = READINGS[entry.kind]
  const figure = (value: number): Figure => ({ value, quantity, ...(unit ? { unit } : {}) })
  const wide = Math.min(1e6, Math.abs(read - expected) / AS_WIDE_AS)
  const opens = culprits.flatMap(opened)
  return {
    id: 'evidence-surprise',
    severity: 'warning',
    title: DISAGREES[entry.kind] ?? 'finding.evidenceOutlier.disagrees',
    reason: culprits.length > 0 ? 'finding.evidenceOutlier.noneAgreesUnless' : 'finding.evidenceOutlier.noneAgrees',
    figures: {
      read: figure(read),
      expected: figure(expected),
      sigma: figure(sigma),
      reading: entry.how
        ? said('finding.evidenceOutlier.calledHow', { called: said(CALLED[entry.kind]), how: named(entry.how) })
        : said(CALLED[entry.kind]),
      fits: fits(culprits),
    },
    paths: [`evidence[${at}].value`],
    fixes: [
      {
        label: 'finding.evidenceOutlier.readingWrongLeaveOut',
        changes: [{ path: `evidence[${at}].on`, value: false }],
      },
      ...opens.filter((fix, i) => opens.findIndex(other => other.label === fix.label) === i),
      {
        label: 'finding.evidenceOutlier.keepBothWidenOne',
        figures: { wide: figure(wide) },
        changes: [{ path: `evidence[${at}].error`, value: wide }],
      },
    ],
  }
}
