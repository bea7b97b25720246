import type { Rule } from './types'

/** The method needs a flash, and there is none. */
export const noFlash: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length > 0) return null
  return {
    id: 'no-flash',
    severity: 'error',
    title: 'Black frame: no flash in the set-up',
    reason: 'This method relies on flash. Add a light, or switch to the fast-shutter method.',
    figures: {},
    paths: ['method'],
    fixes: [{ label: 'Use the fast-shutter method', changes: [{ path: 'method', value: 'fast-shutter' }] }],
  }
}
