import { said, named } from '../../plan/findings/types'
import { thresholdWindow } from '../../physics/sensing'
import {
  type LabFigure,
  type LabReading,
  type LabRow,
  type LabTool,
  type LabMark,
  type HandMark,
  type Sound,
  numberOf,
  settled,
} from '../types'
import { type Onset, onsetsOf, peakOf } from './onsets'
import { soundsOf } from './files'

/** Sounds closer than this are one: what rings on, and its bounces. */
const ONE = 0.25

/** A sound with all that rings on after it. */
export interface Burst {
  file: number
  at: number
  peak: number
  /** s from its start for which it stays above a level. */
  lasts: (level: number) => number
}

function burstsOf(sound: Sound, file: number): Burst[] {
  const onsets = onsetsOf(sound, { apart: 0.003 })
  const starts = onsets.filter((onset, i) => i === 0 || onset.at - lastBefore(onsets, i) > ONE)
  return starts.map((start, i) => {
    const until = starts[i + 1]?.at ?? sound.samples.length / sound.rate
    const [from, to] = [
      Math.floor(start.at * sound.rate),
      Math.min(sound.samples.length, Math.floor(until * sound.rate)),
    ]
    const peak = peakOf(sound.samples, from, to)
    const lasts = (level: number): number => {
      for (let k = to - 1; k >= from; k--) if (Math.abs(sound.samples[k]!) >= level) return (k - from) / sound.rate
      return 0
    }
    return { file, at: start.at, peak, lasts }
  })
}

/** Where the burst of the sound before began to be quiet. */
const lastBefore = (onsets: readonly Onset[], i: number): number => onsets[i - 1]!.at

/** Which of the files hold what must not fire: all but the last. */
function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const sounds = soundsOf(files)
  const bursts = sounds.flatMap(({ sound }, file) => burstsOf(sound, file))
  const events = eventsOf(bursts, sounds.length, numberOf(settings, 'events', 0))
  const [mustNot, must] = [bursts.filter(burst => !events.has(burst)), bursts.filter(burst => events.has(burst))]
  const rows = bursts.map((burst): LabRow => ({
    name: said(events.has(burst) ? 'lab.levels.event' : 'lab.levels.mustNotFire', {
      file: named(sounds[burst.file]!.name),
    }),
    file: burst.file,
    figures: [
      { id: 'at', label: 'lab.levels.at', value: burst.at, error: null, quantity: 'time' },
      { id: 'peak', label: 'lab.levels.peakFullScale', value: burst.peak, error: null, quantity: 'share' },
    ],
  }))
  if (must.length === 0 || mustNot.length === 0) {
    return { figures: [], marks: [], rows, limits: [said('lab.levels.twoKinds')], trusted: false, gives: [] }
  }
  return levelReading(mustNot, must, rows, hand)
}

/** With one file the loudest of its sounds are the events, as many as are said; else those of the last file. */
function eventsOf(bursts: readonly Burst[], files: number, loud: number): Set<Burst> {
  if (files > 1 && loud <= 0) return new Set(bursts.filter(burst => burst.file === files - 1))
  const loudest = [...bursts].sort((a, b) => b.peak - a.peak)
  return new Set(loudest.slice(0, Math.max(1, loud)))
}

function levelReading(
  mustNot: readonly Burst[],
  must: readonly Burst[],
  rows: LabRow[],
  hand: readonly HandMark[],
): LabReading {
  const window = thresholdWindow({ falsePeaks: mustNot.map(one => one.peak), eventPeaks: must.map(one => one.peak) })
  const [loudest, quietest] = [Math.max(...mustNot.map(one => one.peak)), Math.min(...must.map(one => one.peak))]
  const clipped = Math.max(...must.map(one => one.peak)) > 0.985
  const read: Omit<LabMark, 'byHand'>[] = [
    {
      id: 'threshold',
      label: 'lab.levels.threshold',
      file: must[0]!.file,
      kind: 'level',
      at: window.threshold ?? quietest * 0.9,
    },
  ]
  const marks = settled(read, hand)
  const threshold = marks[0]!.at
  const rings = Math.max(...must.map(one => one.lasts(threshold)))
  const holdOff = Math.ceil(rings * 1.5 * 1000 + 20) / 1000
  const figures: LabFigure[] = [
    { id: 'threshold', label: 'lab.levels.thresholdFullScale', value: threshold, error: null, quantity: 'share' },
    { id: 'margin', label: 'lab.levels.marginEventOverOther', value: window.marginDb, error: 1.5, quantity: 'number' },
    { id: 'loudest', label: 'lab.levels.loudestMustNotFire', value: loudest, error: loudest * 0.1, quantity: 'share' },
    { id: 'quietest', label: 'lab.levels.quietestEvent', value: quietest, error: quietest * 0.1, quantity: 'share' },
    { id: 'rings', label: 'lab.levels.eventTimeAboveThreshold', value: rings, error: 0.1 * rings, quantity: 'time' },
  ]
  const round = (value: number): number => Number(value.toPrecision(3))
  return {
    figures,
    marks,
    rows,
    limits: [
      ...(window.separable ? [] : [said('lab.levels.somethingElseLoudEvent')]),
      ...(window.separable && window.marginDb < 6 ? [said('lab.levels.less6DbApart')] : []),
      ...(clipped ? [said('lab.levels.eventClippedRecordLower')] : []),
      said('lab.levels.levelsRecorderSRatio'),
    ],
    trusted: window.separable,
    gives: window.separable
      ? [
          {
            label: 'lab.levels.useThesePeaksThreshold',
            to: 'set-up',
            changes: [
              { path: 'sensor.falsePeak', value: round(loudest) },
              { path: 'sensor.eventPeak', value: round(quietest) },
              { path: 'sensor.threshold', value: round(threshold) },
            ],
          },
          {
            label: 'lab.levels.useHoldOffSet',
            to: 'set-up',
            changes: [{ path: 'controller.holdOff', value: holdOff }],
          },
        ]
      : [],
  }
}

/** How loud things are: threshold and hold-off. */
export const levels: Omit<LabTool, 'sample'> = {
  id: 'levels',
  title: 'lab.levels.soundLevels',
  text: 'lab.levels.shutterStepsVoicesOne',
  takes: 'sound',
  least: 1,
  fields: [
    {
      key: 'events',
      label: 'lab.levels.numberEventsSingleFile',
      type: 'number',
      quantity: 'count',
      start: 0,
      min: 0,
      max: 50,
    },
  ],
  read,
}
