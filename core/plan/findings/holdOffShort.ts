import { sensorOf } from '../../sensors/all'
import { isSequence } from '../sequence'
import { type Rule, time } from './types'

/** Echoes in a studio die within about this time, s. */
const RINGING = 0.25

/** The sensor is ready again before the noise of the event has gone. */
export const holdOffShort: Rule = ({ setup }) => {
  const { controller } = setup
  if (setup.trigger !== 'sensor' || sensorOf(setup).fallsBy === null || isSequence(setup)) return null
  const { knocks } = sensorOf(setup)
  const rings = knocks ? setup.sensor.ringing : RINGING
  const ringing = Math.max(rings, Number((setup.sensor.bounceAfter * 1.5).toPrecision(2)))
  if (controller.holdOff >= ringing) return null
  return {
    id: 'hold-off-short',
    severity: 'note',
    title: knocks ? 'finding.holdOffShort.tableTriggersAgain' : 'finding.holdOffShort.echoesTriggerAgain',
    reason: knocks ? 'finding.holdOffShort.tableGoesOn' : 'finding.holdOffShort.echoesGoOn',
    figures: { holdOff: time(controller.holdOff), ringing: time(ringing) },
    paths: ['controller.holdOff'],
    fixes: [
      {
        label: 'finding.holdOffShort.setHoldOff',
        figures: { ringing: time(ringing) },
        changes: [{ path: 'controller.holdOff', value: ringing }],
      },
    ],
  }
}
