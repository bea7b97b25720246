import { SHUTTERS_IN_SECONDS, stepUp } from '../../setup/steps'
import { type Rule, shutter, time } from './types'

/** What is opened before the action must still be open when the last light falls. */
export const closesEarly: Rule = ({ setup, sequence, timing }) => {
  const open = setup.picture.shutter
  // Due at the moment: a delay that misses it has a finding of its own.
  const last = timing.moment
  if (setup.method !== 'open-shutter' || setup.trigger !== 'sensor' || last === null || open >= last) return null
  // The open time of a sequence is counted from its first pop, and told as such.
  if (sequence !== null) return null
  const longer = stepUp(SHUTTERS_IN_SECONDS, last)
  return {
    id: 'closes-early',
    severity: 'error',
    title: 'finding.closesEarly.shutterClosesBeforeFlash',
    reason: 'finding.closesEarly.shutterOpensBeforeAction',
    figures: { last: time(last), open: shutter(open) },
    paths: ['picture.shutter'],
    fixes:
      longer === null
        ? []
        : [
            {
              label: 'finding.closesEarly.holdShutterOpen',
              figures: { longer: shutter(longer) },
              changes: [{ path: 'picture.shutter', value: longer }],
            },
          ],
  }
}
