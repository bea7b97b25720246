import type { Change } from '../../setup/paths'
import { type Rule, named } from './types'

/** A light on the camera's shoe goes off when the shutter opens, not on the moment. */
export const shoeTooSoon: Rule = ({ setup }) => {
  const shoe = setup.flashes.findIndex(flash => flash.fired === 'shoe')
  if (setup.method !== 'open-shutter' || shoe < 0) return null
  return {
    id: 'shoe-too-soon',
    severity: 'error',
    title: 'finding.shoeTooSoon.firesTooEarlyShutter',
    reason: 'finding.shoeTooSoon.hotShoeFiresSoon',
    figures: { light: named(setup.flashes[shoe]!.name) },
    paths: [`flashes[${shoe}].fired`],
    fixes: [
      {
        label: 'finding.shoeTooSoon.triggerOverLink',
        changes: setup.flashes.flatMap((flash, i): Change[] =>
          flash.fired === 'shoe' ? [{ path: `flashes[${i}].fired`, value: 'link' }] : [],
        ),
      },
    ],
  }
}
