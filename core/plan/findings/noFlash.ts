import type { Rule } from './types'

export const noFlash: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length > 0) return null
  return {
    id: 'no-flash',
    severity: 'error',
    title: 'No flash in the set-up',
    reason: 'With this method the flash makes the picture. Add a light, or let a fast shutter freeze it.',
    figures: {},
    paths: ['method'],
    fixes: [{ label: 'Take it as a fast-shutter picture', changes: [{ path: 'method', value: 'fast-shutter' }] }],
  }
}
