import { LOOKS_SHARED } from '../inference'
import type { Setup } from '../setup/types'
import { GEAR, GEAR_KINDS, type GearKind } from './gearDays'

/** Set-ups that look as if they were fired with one piece of gear that none of them names. */
export interface LikeGear {
  kind: GearKind
  /** Ids, as they were given. */
  setups: string[]
}

/** Times to a moment are those of one mixture where they differ by no more than this, share of the greater. */
const ALIKE_TIME = 0.3

const LOOKS_ALIKE: Readonly<Record<GearKind, (a: Setup, b: Setup) => boolean>> = {
  launcher: LOOKS_SHARED.speed,
  mixture: (a, b) =>
    a.recipe === b.recipe &&
    a.moment.phase === b.moment.phase &&
    Math.abs(a.moment.time - b.moment.time) <= ALIKE_TIME * Math.max(a.moment.time, b.moment.time),
  skin: LOOKS_SHARED.tear,
  hand: LOOKS_SHARED.hand,
}
/** Only a launcher that is set off: what a hand throws is no piece of gear. */
const isOf = (kind: GearKind, setup: Setup): boolean =>
  GEAR[kind].suits(setup) && (kind !== 'launcher' || setup.action.kind === 'launcher')

/**
 * Groups of set-ups that may have been fired with one launcher, mixture, skin or hand, the largest first; whether they
 * were is for somebody to say.
 *
 * @param setups validated, with takes, the newest first
 * @param apart whether somebody said of a set-up that it belongs to no group of a kind
 */
export function likeGear(
  setups: readonly { id: string; setup: Setup }[],
  apart: (kind: GearKind, id: string) => boolean = () => false,
): LikeGear[] {
  return GEAR_KINDS.flatMap(kind => {
    const groups: { id: string; setup: Setup }[][] = []
    for (const one of setups) {
      if (one.setup.kit[kind] !== '' || !isOf(kind, one.setup) || apart(kind, one.id)) continue
      // Held against the newest of a group: what is like what is like it need not be like it.
      const group = groups.find(([first]) => LOOKS_ALIKE[kind](first!.setup, one.setup))
      if (group) group.push(one)
      else groups.push([one])
    }
    return groups.filter(group => group.length > 1).map(group => ({ kind, setups: group.map(({ id }) => id) }))
  }).sort((a, b) => b.setups.length - a.setups.length)
}
