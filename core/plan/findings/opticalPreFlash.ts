import type { Rule } from './types'

/** A pre-flash would fire the optical slaves early. */
export const opticalPreFlash: Rule = ({ setup }) => {
  const slave = setup.flashes.findIndex(flash => flash.fired === 'slave')
  if ((setup.link.kind !== 'optical' && slave < 0) || setup.method === 'fast-shutter') return null
  return {
    id: 'optical-pre-flash',
    severity: 'note',
    title: 'Flash may fire early: optical slaves react to any flash',
    reason:
      'A metering pre-flash sets them off early. Use manual power on every unit, no pre-flash, and no ' +
      'other flash in the room.',
    figures: {},
    paths: [slave < 0 ? 'link.kind' : `flashes[${slave}].fired`],
    fixes: [],
  }
}
