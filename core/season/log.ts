import type { Recipe, Setup } from '../setup/types'
import type { Cause } from './causes'
import type { MisfireDay } from './misfires'
import type { SaidTakes } from './props'

/** A set-up as a season's answers know it. */
export interface SeasonSetup {
  id: string
  name: string
  shootId: string
  recipe: Recipe | ''
  method: Setup['method'] | ''
}

/** Takes of a set-up that count alike, and those of them that were kept. */
export interface SeasonSum {
  /** Its place in the list of set-ups. */
  setup: number
  /** Who logged them, by place in the list of people; −1: somebody who is not told of. */
  person: number
  verdict: 'early' | 'on' | 'late' | 'missed' | 'misfire'
  cause: Cause | ''
  variant: string
  takes: number
  kept: number
}

/** What a studio's log comes to. */
export interface SeasonLog {
  setups: readonly SeasonSetup[]
  /** Names of the people whose takes are told apart: all of them for a lead, else only who asks. */
  people: readonly string[]
  sums: readonly SeasonSum[]
  /** Of takes of which something was said: the set-up's place, the chance said, and 1 where it was kept. */
  said: readonly (readonly [setup: number, chance: number, kept: 0 | 1])[]
  /** Of set-ups whose sessions were played before the first take: what was said, takes used, 1 where they sufficed. */
  sessions: readonly (readonly [said: SaidTakes, used: number, done: 0 | 1])[]
  /** What was fired on each day. */
  days: readonly MisfireDay[]
}
