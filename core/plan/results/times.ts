import { sensorOf } from '../../sensors/all'
import type { Assessment } from '../assess'
import { said, time } from '../findings/types'
import { momentFormula, sensedFormula } from './formulas'
import type { ResultDraft } from './types'

/** When things happen, and what is dialled for it. */
export function timeResults(a: Assessment): (ResultDraft | null)[] {
  const { known: setup, timing, spread } = a
  const [sensedText, sensedFigures] = sensedFormula(a)
  const [momentText, momentFigures] = momentFormula(a)
  const sensor = setup.trigger === 'sensor'
  return [
    {
      id: 'delay',
      label: setup.delay === null ? 'result.times.plannedDelay' : 'result.times.dialledDelay',
      value: timing.used === null ? null : { ...time(timing.used) },
      read: b => b.timing.wanted,
      formula: 'result.times.delayFormula',
      figures: {
        moment: time(timing.moment ?? 0),
        sensed: time(timing.sensed ?? 0),
        chain: time(timing.chainLatency),
        wanted: time(timing.wanted ?? 0),
        step: time(setup.controller.delayStep),
      },
      causes: spread.causes,
    },
    !sensor
      ? null
      : {
          id: 'sensed',
          label: sensorOf(setup).crossed ? 'result.times.crossesBeam' : 'result.times.sensed',
          value: timing.sensed === null ? null : time(timing.sensed),
          formula: sensedText,
          figures: sensedFigures,
          read: b => b.timing.sensed,
        },
    {
      id: 'moment',
      label: 'result.times.moment',
      value: timing.moment === null ? null : time(timing.moment),
      formula: momentText,
      figures: momentFigures,
      read: b => b.timing.moment,
    },
    !sensor
      ? null
      : {
          id: 'chain',
          label: 'result.times.chain',
          value: time(timing.chainLatency),
          read: b => b.timing.chainLatency,
          formula: 'result.times.chainFormula',
          figures: {
            stages: {
              each: a.stages.map(({ say, latency }) =>
                said('result.times.stage', { stage: said(say), latency: time(latency) }),
              ),
              by: 'plus',
            },
          },
        },
  ]
}
