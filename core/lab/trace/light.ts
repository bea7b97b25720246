import { type LabText, said, count, time } from '../../plan/findings/types'
import { deviationOf, meanOf, median } from '../statistics'
import {
  type LabFigure,
  type LabInput,
  type LabReading,
  type LabRow,
  type LabTool,
  type LabMark,
  numberOf,
  settled,
} from '../types'
import { type Pulse, partsOf, pulseIn, restOf, stepOf, uncoupled } from './pulse'

type TraceInput = Extract<LabInput, { kind: 'trace' }>
const tracesOf = (files: readonly LabInput[]): TraceInput[] =>
  files.filter((file): file is TraceInput => file.kind === 'trace')

interface ReadPulse extends Pulse {
  file: number
  /** s from the trigger's edge to the peak; null: no second column. */
  latency: number | null
}

/** When a trigger's column steps: up or down by half of its range, within the file. */
function triggerAt(column: Float64Array, step: number): number | null {
  const [low, high] = [
    column.reduce((a, b) => Math.min(a, b), Infinity),
    column.reduce((a, b) => Math.max(a, b), -Infinity),
  ]
  const start = median(column.subarray(0, Math.max(4, Math.floor(column.length / 50))))
  const half = (low + high) / 2
  const rises = start < half
  for (let i = 1; i < column.length; i++) {
    const [a, b] = [column[i - 1]!, column[i]!]
    if (rises ? a < half && b >= half : a > half && b <= half) return (i - 1 + (half - a) / (b - a)) * step
  }
  return null
}

/** Of t.1: read less surely than this it is only a bound. */
const VAGUE = 0.12

function pulsesOf(
  file: TraceInput,
  index: number,
  coupling: string,
): { pulses: ReadPulse[]; tau: number | null; open: boolean } {
  const { time, columns, fullScale } = file.trace
  const step = stepOf(time)
  const [column, trigger] = columns
  const { rest, noise } = restOf(column!)
  const upright = column!.map(value => value - rest)
  // Some diodes pull the line down.
  const most = upright.reduce((a, b) => Math.max(a, b), 0)
  const least = upright.reduce((a, b) => Math.min(a, b), 0)
  const light = -least > most * 1.5 ? upright.map(value => -value) : upright
  const made =
    coupling === 'direct' ? { light, tau: null, stronger: light, open: false } : uncoupled(light, step, noise)
  const fired = trigger ? triggerAt(trigger, step) : null
  const full = fullScale === null ? null : fullScale - Math.abs(rest)
  const pulses = partsOf(made.light, noise).flatMap(part => {
    const pulse = pulseIn(made.light, part, step, noise, full)
    if (!pulse) return []
    // A coupling read a little too weak or too strong draws both durations the same way.
    const other = pulseIn(made.stronger, part, step, noise, full) ?? pulse
    const errors = {
      t05Error: Math.hypot(pulse.t05Error, other.t05 - pulse.t05),
      t01Error: Math.hypot(pulse.t01Error, other.t01 - pulse.t01),
    }
    return [{ ...pulse, ...errors, file: index, latency: fired === null ? null : pulse.peakAt - fired }]
  })
  // A coupling that was told to no better than that is as good as not told.
  const vague = pulses.some(pulse => pulse.t01Error > VAGUE * pulse.t01)
  return { pulses, tau: made.tau, open: made.open || vague }
}

const marksOf = (pulses: readonly ReadPulse[], hand: Parameters<typeof settled>[1]): LabMark[] =>
  settled(
    pulses.slice(0, 1).flatMap((pulse): Omit<LabMark, 'byHand'>[] => {
      const tenth = pulse.riseAt - (pulse.t01 - pulse.t05) * 0.1
      return [
        { id: 't05from', label: 'lab.light.halfGoingUp', file: pulse.file, kind: 'time', at: pulse.riseAt },
        { id: 't05to', label: 'lab.light.halfGoingDown', file: pulse.file, kind: 'time', at: pulse.riseAt + pulse.t05 },
        { id: 't01from', label: 'lab.light.tenthGoingUp', file: pulse.file, kind: 'time', at: Math.max(0, tenth) },
        {
          id: 't01to',
          label: 'lab.light.tenthGoingDown',
          file: pulse.file,
          kind: 'time',
          at: Math.max(0, tenth) + pulse.t01,
        },
      ]
    }),
    hand,
  )

/** The first pulse with its ends as somebody set them. */
function byHand(pulses: readonly ReadPulse[], marks: readonly LabMark[], step: number): ReadPulse[] {
  const at = (id: string): LabMark => marks.find(mark => mark.id === id)!
  return pulses.map((pulse, i) => {
    if (i > 0) return pulse
    const set = (from: string, to: string): boolean => at(from).byHand || at(to).byHand
    return {
      ...pulse,
      ...(set('t05from', 't05to') ? { t05: at('t05to').at - at('t05from').at, t05Error: 2 * step } : {}),
      ...(set('t01from', 't01to') ? { t01: at('t01to').at - at('t01from').at, t01Error: 2 * step } : {}),
    }
  })
}

function figure(id: string, label: LabText, values: readonly number[], errors: readonly number[]): LabFigure {
  const scatter = deviationOf(values)
  const n = values.length
  // What is wrong with the peak is wrong in every pop: it does not average out.
  const error = Math.hypot(meanOf(errors), scatter === null ? 0 : scatter / Math.sqrt(n))
  return { id, label, value: meanOf(values), error, quantity: 'time' }
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const traces = tracesOf(files)
  const coupling = String(settings.coupling ?? 'auto')
  const all = traces.map((file, i) => pulsesOf(file, i, coupling))
  const found = all.flatMap(one => one.pulses)
  if (found.length === 0)
    return {
      figures: [],
      marks: [],
      rows: [],
      limits: [said('lab.light.noFlashPulseFound')],
      trusted: false,
      gives: [],
    }
  const marks = marksOf(found, hand)
  const pulses = byHand(found, marks, stepOf(traces[0]!.trace.time))
  const coupled = all.find(one => one.tau !== null)?.tau ?? null
  const open = all.some(one => one.open)
  return lightReading(traces, pulses, marks, { tau: coupled, open }, settings)
}

function lightReading(
  traces: readonly TraceInput[],
  pulses: readonly ReadPulse[],
  marks: LabMark[],
  { tau, open }: { tau: number | null; open: boolean },
  settings: Parameters<LabTool['read']>[1],
): LabReading {
  const saturated = pulses.some(pulse => pulse.saturated)
  const coarse = pulses.some(pulse => pulse.samples < 4)
  const t05 = figure(
    't05',
    'lab.light.t5',
    pulses.map(p => p.t05),
    pulses.map(p => p.t05Error),
  )
  const t01 = figure(
    't01',
    'lab.light.t1',
    pulses.map(p => p.t01),
    pulses.map(p => p.t01Error),
  )
  const latencies = pulses.flatMap(pulse => (pulse.latency === null ? [] : [pulse.latency]))
  const step = stepOf(traces[0]!.trace.time)
  // An undershoot that nothing tells apart from none shortens what is read.
  const way = saturated || coarse ? 'below' : 'above'
  const bound = saturated || coarse || open ? { bound: way as 'above' | 'below' } : {}
  const latency =
    latencies.length > 0
      ? figure('latency', 'lab.light.triggerToPeak', latencies, [Math.hypot(step, 0.03 * t05.value!)])
      : null
  const jitter = latencies.length >= 3 ? deviationOf(latencies) : null
  const figures: LabFigure[] = [
    { ...t05, ...bound },
    { ...t01, ...bound },
    { id: 'ratio', label: 'lab.light.t1OverT', value: t01.value! / t05.value!, error: null, quantity: 'number' },
    ...(latency ? [latency] : []),
    ...(jitter === null
      ? []
      : [
          {
            id: 'jitter',
            label: 'lab.light.shotShotSpread' as const,
            value: jitter,
            error: jitter / Math.sqrt(2 * (latencies.length - 1)),
            quantity: 'time' as const,
          },
        ]),
    ...(tau === null
      ? []
      : [
          {
            id: 'tau',
            label: 'lab.light.acCouplingCorrectedTime' as const,
            value: tau,
            error: null,
            quantity: 'time' as const,
          },
        ]),
  ]
  return {
    figures,
    marks,
    rows: pulses.length > 1 ? pulses.map((pulse, i) => rowOf(pulse, i)) : [],
    limits: [
      ...(saturated ? [said('lab.light.peakClippedBothRead')] : []),
      ...(coarse ? [said('lab.light.fewSamples', { step: time(step) })] : []),
      ...(open ? [said('lab.light.recordingEndsTooSoon')] : []),
      ...(tau === null ? [] : [said('lab.light.recorderAcCoupledDroop')]),
      said('lab.light.slowDiodeLongCable'),
    ],
    trusted: !saturated && !coarse && !open,
    gives: saturated || coarse || open ? [] : givesOf(t05, t01, latency?.value ?? null, jitter, settings),
  }
}

const rowOf = (pulse: ReadPulse, i: number): LabRow => ({
  name: said('lab.light.pop', { n: count(i + 1) }),
  file: pulse.file,
  figures: [
    { id: 't05', label: 'lab.light.t5', value: pulse.t05, error: pulse.t05Error, quantity: 'time' },
    { id: 't01', label: 'lab.light.t1', value: pulse.t01, error: pulse.t01Error, quantity: 'time' },
    ...(pulse.latency === null
      ? []
      : [
          {
            id: 'latency',
            label: 'lab.light.latency' as const,
            value: pulse.latency,
            error: null,
            quantity: 'time' as const,
          },
        ]),
  ],
})

function givesOf(
  t05: LabFigure,
  t01: LabFigure,
  latency: number | null,
  jitter: number | null,
  settings: Parameters<LabTool['read']>[1],
): LabReading['gives'] {
  const power = numberOf(settings, 'power', NaN)
  const round = (value: number): number => Number(value.toPrecision(4))
  const figures = {
    ...(latency !== null && latency > 0 ? { latency: round(latency) } : {}),
    ...(jitter === null ? {} : { jitter: round(jitter) }),
  }
  return [
    ...(Number.isFinite(power)
      ? [
          {
            label: 'lab.light.saveTheseDurationsFlash' as const,
            to: 'kit-row' as const,
            power,
            t05: round(t05.value!),
            t01: round(Math.max(t05.value!, t01.value!)),
            error: t01.error === null ? null : t01.error / t01.value!,
          },
        ]
      : []),
    ...(Object.keys(figures).length > 0
      ? [{ label: 'lab.light.saveFlashLatencyFlash' as const, to: 'kit' as const, kind: 'flash' as const, figures }]
      : []),
  ]
}

/** Trace of a photodiode: durations, shape and latency. */
export const lightTrace: Omit<LabTool, 'sample'> = {
  id: 'trace',
  title: 'lab.light.lightTrace',
  text: 'lab.light.photodiodeScopeCsvTime',
  takes: 'trace',
  least: 1,
  fields: [
    {
      key: 'power',
      label: 'lab.light.flashPower',
      type: 'number',
      quantity: 'power',
      start: null,
      min: 1 / 1024,
      max: 1,
    },
    {
      key: 'coupling',
      label: 'lab.light.recorder',
      type: 'choice',
      start: 'auto',
      options: [
        { value: 'auto', label: 'lab.light.detectTrace' },
        { value: 'direct', label: 'lab.light.coupledDirectly' },
      ],
    },
  ],
  read,
}
