import type { Rule } from './types'

/** A pre-flash would fire the optical slaves early. */
export const opticalPreFlash: Rule = ({ setup }) => {
  const slave = setup.flashes.findIndex(flash => flash.fired === 'slave')
  if ((setup.link.kind !== 'optical' && slave < 0) || setup.method === 'fast-shutter') return null
  return {
    id: 'optical-pre-flash',
    severity: 'note',
    title: 'finding.opticalPreFlash.flashMayFireEarly',
    reason: 'finding.opticalPreFlash.meteringPreFlashSets',
    figures: {},
    paths: [slave < 0 ? 'link.kind' : `flashes[${slave}].fired`],
    fixes: [],
  }
}
