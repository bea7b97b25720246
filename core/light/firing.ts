import type { Lighting } from '../setup/parts'
import { TYPICAL_LINKS } from '../setup/known'
import type { FlashSetup, Setup } from '../setup/types'

/** The light that one follows through its optical slave; undefined where it follows none, or one that is gone. */
export function followed(setup: Pick<Setup, 'flashes'>, flash: FlashSetup): FlashSetup | undefined {
  const other = flash.fired === 'slave' ? setup.flashes[flash.follows] : undefined
  return other === flash ? undefined : other
}

/** The lights a light waits for, the nearest first; `ring` where they follow each other in a circle. */
export function followedChain(
  setup: Pick<Setup, 'flashes'>,
  flash: FlashSetup,
): { chain: FlashSetup[]; ring: boolean } {
  const chain: FlashSetup[] = []
  for (let next = followed(setup, flash); next; next = followed(setup, next)) {
    if (next === flash || chain.includes(next)) return { chain, ring: true }
    chain.push(next)
  }
  return { chain, ring: false }
}

/** s and standard deviation, s, of what joins a light straight to what fires it. */
function joined(setup: Lighting, flash: FlashSetup): { latency: number; jitter: number } {
  switch (flash.fired) {
    case 'cable':
    case 'radio':
      return TYPICAL_LINKS[flash.fired]
    case 'shoe':
      return { latency: 0, jitter: 0 }
    case 'slave':
    case 'link':
      return {
        latency: setup.link.latency + (setup.link.kind === 'optical' ? flash.slaveDelay : 0),
        jitter: setup.link.jitter,
      }
  }
}

/**
 * s from the controller's output, or the camera's contact, to a light's input: over the set-up's link, something of its
 * own, or by way of the lights that it follows, each seen at the peak of its light.
 */
export function firedAfter(setup: Lighting, flash: FlashSetup): number {
  const { chain, ring } = followedChain(setup, flash)
  const first = chain.at(-1)
  if (ring || first === undefined) return joined(setup, flash).latency
  // Each light in the chain, and this one, answers a slave's delay after the one before is at its peak.
  const waits = [flash, ...chain.slice(0, -1)].reduce((sum, each) => sum + each.slaveDelay, 0)
  return joined(setup, first).latency + waits + chain.reduce((sum, each) => sum + each.latency, 0)
}

/** Standard deviation of a light beside that of the set-up's own link, s: its own, and that of what fires it. */
export function jitterOf(setup: Lighting, flash: FlashSetup): number {
  const { chain, ring } = followedChain(setup, flash)
  if (ring) return flash.jitter
  const first = chain.at(-1) ?? flash
  // The set-up's own link is a stage of its own.
  const own = first.fired === 'cable' || first.fired === 'radio' ? joined(setup, first).jitter : 0
  return Math.sqrt([flash, ...chain].reduce((sum, each) => sum + each.jitter ** 2, own ** 2))
}
