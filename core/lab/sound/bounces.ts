import { said, count, share } from '../../plan/findings/types'
import { GRAVITY } from '../../physics/constants'
import { meanOf, deviationOf } from '../statistics'
import { type LabFigure, type LabReading, type LabTool, type LabMark, settled } from '../types'
import { onsetsOf } from './onsets'
import { soundsOf } from './files'

/** Gaps of a bouncing thing shrink by the same share each time: at least this much, at most hardly. */
const [LEAST, MOST] = [0.2, 0.985]
/** How far a gap may be off that. */
const OFF = 0.18

/** The train that goes on from two times by a ratio of its gaps. */
function goesOn(times: readonly number[], first: number, second: number, ratio: number): number[] {
  const train = [times[first]!, times[second]!]
  for (let k = second + 1; k < times.length; k++) {
    const gap = train.at(-1)! - train.at(-2)!
    if (Math.abs((times[k]! - train.at(-1)!) / gap / ratio - 1) < OFF) train.push(times[k]!)
  }
  return train
}

/** The longest train of onsets whose gaps shrink evenly; of two as long, the earlier. */
export function trainOf(times: readonly number[]): number[] {
  let best: number[] = []
  for (let i = 0; i < times.length; i++)
    for (let j = i + 1; j < times.length; j++)
      for (let k = j + 1; k < times.length; k++) {
        const ratio = (times[k]! - times[j]!) / (times[j]! - times[i]!)
        if (ratio < LEAST || ratio > MOST) continue
        const train = goesOn(times, i, j, ratio)
        if (train.length > best.length) best = train
      }
  return best
}

function read(...[files, , hand]: Parameters<LabTool['read']>): LabReading {
  const [file] = soundsOf(files)
  const onsets = onsetsOf(file!.sound, { apart: 0.004 })
  const train = trainOf(onsets.slice(0, 40).map(onset => onset.at))
  const marks = settled(
    train.map((at, i): Omit<LabMark, 'byHand'> => ({
      id: `hit${i}`,
      label: 'lab.bounces.impact',
      figures: { n: count(i + 1) },
      file: 0,
      kind: 'time',
      at,
    })),
    hand,
  )
  if (train.length < 3) {
    return { figures: [], marks, rows: [], limits: [said('lab.bounces.threeImpacts')], trusted: false, gives: [] }
  }
  const errors = train.map(at => onsets.find(onset => onset.at === at)?.error ?? 0.001)
  return bounceReading(
    marks.map(mark => mark.at),
    meanOf(errors),
    marks,
  )
}

function bounceReading(times: readonly number[], error: number, marks: LabMark[]): LabReading {
  const gaps = times.slice(1).map((at, i) => at - times[i]!)
  const ratios = gaps.slice(1).map((gap, i) => gap / gaps[i]!)
  const restitution = meanOf(ratios)
  const scatter = deviationOf(ratios)
  const reading = (1.5 * error) / meanOf(gaps)
  // A real ball loses a little more or less from bounce to bounce.
  const restitutionError = Math.hypot(reading, (scatter ?? 0.02) / Math.sqrt(ratios.length), 0.004)
  const first = (GRAVITY * gaps[0]! ** 2) / 8
  const height = first / restitution ** 2
  const heightError = height * Math.hypot((2 * 1.4 * error) / gaps[0]!, (2 * restitutionError) / restitution)
  const figures: LabFigure[] = [
    {
      id: 'restitution',
      label: 'lab.bounces.speedKeptBounce',
      value: restitution,
      error: restitutionError,
      quantity: 'share',
    },
    { id: 'height', label: 'lab.bounces.dropHeight', value: height, error: heightError, quantity: 'length' },
    { id: 'first', label: 'lab.bounces.firstImpactSecond', value: gaps[0]!, error: 1.4 * error, quantity: 'time' },
  ]
  return {
    figures,
    marks,
    rows: gaps.map((gap, i) => ({
      name: said('lab.bounces.fromTo', { from: count(i + 1), to: count(i + 2) }),
      file: 0,
      figures: [{ id: 'gap', label: 'lab.bounces.gap', value: gap, error: 1.4 * error, quantity: 'time' }],
    })),
    limits: [said('lab.bounces.lightObjectsSlowedAir')],
    trusted: true,
    gives: [
      {
        label: 'lab.bounces.useBounceTimeSet',
        to: 'set-up',
        changes: [{ path: 'sensor.bounceAfter', value: Number(gaps[0]!.toPrecision(4)) }],
      },
      {
        label: 'lab.bounces.addNoteLog',
        to: 'take',
        position: null,
        note: said('lab.bounces.note', { share: share(restitution) }),
      },
    ],
  }
}

/** A dropped thing, heard. */
export const bounces: Omit<LabTool, 'sample'> = {
  id: 'bounces',
  title: 'lab.bounces.bounces',
  text: 'lab.bounces.recordObjectDroppedSomething',
  takes: 'sound',
  least: 1,
  fields: [],
  read,
}
