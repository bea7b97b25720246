import type { Change } from '../../setup/paths'
import { type Rule, plain } from './types'

/** A light on the camera's shoe goes off when the shutter opens, not on the moment. */
export const shoeTooSoon: Rule = ({ setup }) => {
  const shoe = setup.flashes.findIndex(flash => flash.fired === 'shoe')
  if (setup.method !== 'open-shutter' || shoe < 0) return null
  return {
    id: 'shoe-too-soon',
    severity: 'error',
    title: `${plain(setup.flashes[shoe]!.name)} fires too early, as the shutter opens`,
    reason: 'The hot shoe fires as soon as the shutter is open; with an open shutter that is before the action.',
    figures: {},
    paths: [`flashes[${shoe}].fired`],
    fixes: [
      {
        label: 'Trigger it over the link',
        changes: setup.flashes.flatMap((flash, i): Change[] =>
          flash.fired === 'shoe' ? [{ path: `flashes[${i}].fired`, value: 'link' }] : [],
        ),
      },
    ],
  }
}
