import { LOOKS_SHARED } from '../inference'
import type { Setup } from '../setup/types'
import { GEAR, type GearKind } from './gearDays'

/** Set-ups that look as if they were fired with one piece of gear that none of them names. */
export interface LikeGear {
  kind: GearKind
  /** Ids, as they were given. */
  setups: string[]
}

/** What of a set-up tells: nothing tells one mixture from another, and a soap film is made anew each evening. */
const KINDS = ['launcher', 'skin', 'hand'] as const
const LOOKS_ALIKE = { launcher: LOOKS_SHARED.speed, skin: LOOKS_SHARED.tear, hand: LOOKS_SHARED.hand } satisfies Record<
  (typeof KINDS)[number],
  (a: Setup, b: Setup) => boolean
>
/** What a hand throws was thrown by no launcher. */
const IS_OF = {
  launcher: ({ action }) => action.kind === 'launcher',
  skin: ({ recipe }) => recipe === 'balloon',
  hand: () => true,
} satisfies Record<(typeof KINDS)[number], (setup: Setup) => boolean>

/**
 * Groups of set-ups that may have been fired with one launcher, skin or hand, the largest first; whether they
 * were is for somebody to say.
 *
 * @param setups validated, with takes, the newest first
 * @param apart whether somebody said of a set-up that it belongs to no group of a kind
 */
export function likeGear(
  setups: readonly { id: string; setup: Setup }[],
  apart: (kind: GearKind, id: string) => boolean = () => false,
): LikeGear[] {
  return KINDS.flatMap((kind): LikeGear[] => {
    const groups: { id: string; setup: Setup }[][] = []
    for (const one of setups) {
      if (one.setup.kit[kind] !== '' || !GEAR[kind].suits(one.setup) || !IS_OF[kind](one.setup) || apart(kind, one.id))
        continue
      // Held against the newest of a group: what is like what is like it need not be like it.
      const group = groups.find(([first]) => LOOKS_ALIKE[kind](first!.setup, one.setup))
      if (group) group.push(one)
      else groups.push([one])
    }
    return groups.filter(group => group.length > 1).map(group => ({ kind, setups: group.map(({ id }) => id) }))
  }).sort((a, b) => b.setups.length - a.setups.length)
}
