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
    title: `Hold-off too short: ${knocks ? 'the ringing table' : 'echoes'} can trigger it again`,
    reason:
      `After {holdOff} the controller listens again; bounces and ${knocks ? 'ringing' : 'echoes'} go on for about ` +
      '{ringing} and can pop the flash twice.',
    figures: { holdOff: time(controller.holdOff), ringing: time(ringing) },
    paths: ['controller.holdOff'],
    fixes: [
      {
        label: 'Set the hold-off to {ringing}',
        figures: { ringing: time(ringing) },
        changes: [{ path: 'controller.holdOff', value: ringing }],
      },
    ],
  }
}
