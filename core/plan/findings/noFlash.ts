import type { Rule } from './types'

/** The method needs a flash, and there is none. */
export const noFlash: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length > 0) return null
  return {
    id: 'no-flash',
    severity: 'error',
    title: 'finding.noFlash.blackFrameNoFlash',
    reason: 'finding.noFlash.methodReliesFlashAdd',
    figures: {},
    paths: ['method'],
    fixes: [{ label: 'finding.noFlash.useFastShutterMethod', changes: [{ path: 'method', value: 'fast-shutter' }] }],
  }
}
