import { said, count } from '../../plan/findings/types'
import { speedOfSound } from '../../physics/air'
import { acousticSpeed } from '../../physics/sensing'
import { deviationOf, meanOf } from '../statistics'
import {
  type HandMark,
  type LabFigure,
  type LabReading,
  type LabRow,
  type LabTool,
  type LabMark,
  numberOf,
  settled,
} from '../types'
import { type Onset, onsetsOf } from './onsets'
import { soundsOf } from './files'

/** A shot: its report and its impact, s from the start of the file. */
interface Shot {
  file: number
  report: Onset
  impact: Onset
  /** The next loudest that could be the impact as well; null: none nearly as loud. */
  rival: Onset | null
}

/** Sounds so much quieter than the loudest of a recording are no shots: crackle, steps, a chair. */
const FAINT = 1 / 60
/** Another sound this share as loud as the impact may be the impact as well, so many s from it at the least. */
const RIVAL = 0.5
const APART = 0.002
/** A sound may build up: what is so much quieter than what follows within so many s is the beginning of that. */
const BEGINS = { share: 0.4, within: 0.012 }

/** Sounds with what leads up to them, from where that begins to how loud they get. */
export function wholeSounds(onsets: readonly Onset[]): Onset[] {
  const loudest = onsets.reduce((most, { peak }) => Math.max(most, peak), 0)
  const whole: Onset[] = []
  for (const onset of onsets) {
    const last = whole.at(-1)
    const leadsUp = last && last.peak < BEGINS.share * onset.peak && onset.at - last.at < BEGINS.within
    if (leadsUp) whole[whole.length - 1] = { ...last, peak: onset.peak }
    else whole.push(onset)
  }
  return whole.filter(({ peak }) => peak >= FAINT * loudest)
}

/**
 * Reports with their impacts: of the sounds within the time that a shot can take, the first with the loudest after it.
 *
 * @param longest s from report to impact at the most
 */
export function shotsOf(all: readonly Onset[], shortest: number, longest: number): Omit<Shot, 'file'>[] {
  const onsets = wholeSounds(all)
  const shots: Omit<Shot, 'file'>[] = []
  let i = 0
  while (i < onsets.length) {
    const report = onsets[i]!
    const within = onsets.filter(({ at }) => at - report.at >= shortest && at - report.at <= longest)
    const loudest = within.reduce<Onset | null>((a, b) => (a && a.peak >= b.peak ? a : b), null)
    if (!loudest) {
      i++
      continue
    }
    const rival = within
      .filter(({ at, peak }) => Math.abs(at - loudest.at) > APART && peak >= RIVAL * loudest.peak)
      .reduce<Onset | null>((a, b) => (a && a.peak >= b.peak ? a : b), null)
    shots.push({ report, impact: loudest, rival })
    // What follows within half a second belongs to the same shot.
    const after = onsets.findIndex(({ at }) => at > loudest.at + 0.5)
    i = after < 0 ? onsets.length : after
  }
  return shots
}

/** The two sounds of a shot, each with its mark's name. */
const SOUNDS = [
  ['report', 'lab.speed.report'],
  ['impact', 'lab.speed.impact'],
] as const

const marksOf = (shots: readonly Shot[], hand: readonly HandMark[]): LabMark[] =>
  settled(
    shots.flatMap((shot, i) =>
      SOUNDS.map(([what, label]): Omit<LabMark, 'byHand'> => ({
        id: `${what}${i}`,
        label,
        figures: { n: count(i + 1) },
        file: shot.file,
        kind: 'time',
        at: shot[what].at,
      })),
    ),
    hand,
  )

interface Places {
  distance: number
  distanceError: number
  sourceToMic: number
  targetToMic: number
  soundSpeed: number
}

function placesOf(settings: Parameters<LabTool['read']>[1]): Places {
  const distance = numberOf(settings, 'distance', NaN)
  return {
    distance,
    distanceError: numberOf(settings, 'distanceError', 0.005),
    sourceToMic: numberOf(settings, 'sourceToMic', 0),
    targetToMic: numberOf(settings, 'targetToMic', Number.isFinite(distance) ? distance : 0),
    soundSpeed: speedOfSound({ temperatureC: numberOf(settings, 'air', 20) }),
  }
}

/** Speed of one shot with its error; null where the sounds cannot have come from it. */
function speedOf(gap: number, gapError: number, places: Places): { speed: number; error: number } | null {
  const flight = gap + (places.sourceToMic - places.targetToMic) / places.soundSpeed
  if (!(flight > 0) || !Number.isFinite(places.distance)) return null
  const speed = acousticSpeed({ gap, ...places })
  const share = Math.hypot(gapError / flight, places.distanceError / places.distance)
  // A microphone's place moves the sound by its error too; 1 K of air is 0.18 % of its way.
  const delay = Math.abs(places.sourceToMic - places.targetToMic) / places.soundSpeed
  return {
    speed,
    error: speed * Math.hypot(share, (delay * 0.0018) / flight, places.distanceError / places.soundSpeed / flight),
  }
}

function read(...[files, settings, hand]: Parameters<LabTool['read']>): LabReading {
  const places = placesOf(settings)
  const lead = (places.sourceToMic - places.targetToMic) / places.soundSpeed
  // Between 12 and 2000 m/s.
  const [shortest, longest] = Number.isFinite(places.distance)
    ? [Math.max(0.001, places.distance / 2000 - lead), places.distance / 12 - lead]
    : [0.002, 0.5]
  const shots = soundsOf(files).flatMap(({ sound }, file) =>
    shotsOf(onsetsOf(sound), shortest, longest).map(shot => ({ ...shot, file })),
  )
  const marks = marksOf(shots, hand)
  if (shots.length === 0)
    return { figures: [], marks, rows: [], limits: [said('lab.speed.noReportImpactFound')], trusted: false, gives: [] }
  return speedReading(shots, marks, places)
}

function speedReading(shots: readonly Shot[], marks: LabMark[], places: Places): LabReading {
  const at = (id: string): LabMark => marks.find(mark => mark.id === id)!
  const gaps = shots.map((shot, i) => {
    const [report, impact] = [at(`report${i}`), at(`impact${i}`)]
    const error = Math.hypot(report.byHand ? 0.0002 : shot.report.error, impact.byHand ? 0.0002 : shot.impact.error)
    return { gap: impact.at - report.at, error, file: shot.file }
  })
  const speeds = gaps.map(({ gap, error }) => speedOf(gap, error, places))
  const told = speeds.filter(one => one !== null)
  const scatter = deviationOf(told.map(one => one.speed))
  // Where somebody set the mark, it is settled.
  const rivals = shots.flatMap(({ report, rival }, i) => {
    if (!rival || at(`impact${i}`).byHand) return []
    const other = speedOf(rival.at - report.at, Math.hypot(report.error, rival.error), places)
    return other ? [other] : []
  })
  const doubtful = rivals.length > 0 && rivals.length * 2 >= told.length
  const n = told.length
  const speed = n > 0 ? meanOf(told.map(one => one.speed)) : null
  const each = n > 0 ? meanOf(told.map(one => one.error)) : 0
  // The places are wrong by the same in every shot: only what scatters averages out.
  const error = Math.hypot(each, scatter === null ? 0 : scatter / Math.sqrt(n))
  const figures: LabFigure[] = [
    { id: 'gap', label: 'lab.speed.reportImpact', value: gaps[0]!.gap, error: gaps[0]!.error, quantity: 'time' },
    ...(speed === null
      ? []
      : [{ id: 'speed', label: 'lab.speed.meanSpeed' as const, value: speed, error, quantity: 'speed' as const }]),
    ...(doubtful
      ? [
          {
            id: 'second',
            label: 'lab.speed.nextLoudestSound' as const,
            value: meanOf(rivals.map(one => one.speed)),
            error: meanOf(rivals.map(one => one.error)),
            quantity: 'speed' as const,
          },
        ]
      : []),
    ...(scatter === null || n < 3
      ? []
      : [
          {
            id: 'scatter',
            label: 'lab.speed.shotShotSpread' as const,
            value: scatter,
            error: scatter / Math.sqrt(2 * (n - 1)),
            quantity: 'speed' as const,
          },
        ]),
  ]
  return {
    figures,
    marks,
    rows: gaps.map((one, i): LabRow => ({
      name: said('lab.speed.shot', { n: count(i + 1) }),
      file: one.file,
      figures: [
        { id: 'gap', label: 'lab.speed.gap' as const, value: one.gap, error: one.error, quantity: 'time' },
        ...(speeds[i]
          ? [
              {
                id: 'speed',
                label: 'lab.speed.speed' as const,
                value: speeds[i].speed,
                error: speeds[i].error,
                quantity: 'speed' as const,
              },
            ]
          : []),
      ],
    })),
    limits: [
      ...(doubtful ? [said('lab.speed.anotherSoundNearlyLoud')] : []),
      ...(Number.isFinite(places.distance) ? [] : [said('lab.speed.enterHowFarFlew')]),
      said('lab.speed.meanSpeedOverFlight'),
      said('lab.speed.automaticGainPhoneStretches'),
    ],
    trusted: speed !== null && !doubtful,
    gives:
      speed === null || doubtful
        ? []
        : [
            {
              label: 'lab.speed.useSpeedSetUp' as const,
              to: 'evidence',
              kind: 'speed',
              value: speed,
              error,
              more: { at: places.distance / 2 },
            },
            ...(scatter !== null && n >= 3
              ? [
                  {
                    label: 'lab.speed.useShotShotSpread' as const,
                    to: 'set-up' as const,
                    changes: [{ path: 'motion.speedSpread', value: Number((scatter / speed).toPrecision(2)) }],
                  },
                ]
              : []),
          ],
  }
}

/** Report and impact in one recording: speed. */
export const soundSpeed: Omit<LabTool, 'sample'> = {
  id: 'speed',
  title: 'lab.speed.reportImpact2',
  text: 'lab.speed.recordOneShotSeveral',
  takes: 'sound',
  least: 1,
  fields: [
    {
      key: 'distance',
      label: 'lab.speed.muzzleTarget',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 0.05,
      max: 1000,
    },
    {
      key: 'distanceError',
      label: 'lab.speed.uncertainty',
      type: 'number',
      quantity: 'length',
      start: 0.005,
      min: 0,
      max: 10,
    },
    {
      key: 'sourceToMic',
      label: 'lab.speed.muzzleMicrophone',
      type: 'number',
      quantity: 'length',
      start: 0,
      min: 0,
      max: 1000,
    },
    {
      key: 'targetToMic',
      label: 'lab.speed.targetMicrophone',
      type: 'number',
      quantity: 'length',
      start: null,
      min: 0,
      max: 1000,
    },
    { key: 'air', label: 'lab.speed.air', type: 'number', quantity: 'temperature', start: 20, min: -40, max: 60 },
  ],
  read,
}
