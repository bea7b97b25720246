import type { Assessment } from '../assess'
import { anew, relit } from './candidateFixes'

/** A ground that throws back more than this is meant to be white. */
export const WHITE_GROUND = 0.5

/** Lights aimed at a ground that is meant to be white, by their place in the list; none where nothing is. */
export const whiteBackgroundLights = ({ setup }: Assessment): number[] =>
  setup.scene.ground.reflectance < WHITE_GROUND || setup.method === 'fast-shutter'
    ? []
    : setup.flashes.flatMap((flash, i) => (flash.role === 'ground' ? [i] : []))

/** What changes of the lights on a ground make of the set-up: all is worked out again only where they expose it too. */
export const changedBy = (a: Assessment, lit: readonly number[]): typeof relit =>
  lit.some(i => a.exposure.front.includes(i)) ? anew : relit
