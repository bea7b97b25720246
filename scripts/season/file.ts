import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import type { RigTruth, Setup } from '../../core'
import type { SavedStand } from '../../shared/status'
import type { SeasonTake } from './play'

/** Where the season ships: its takes with what was true, and its pictures. */
export const SEASON_FILE = 'demo/season/season.json.gz'
export const SEASON_PICTURES = 'demo/season/pictures'

/** A set-up of the season as it was shot, in the order of the story. */
export interface ShippedSetup {
  setup: Setup
  planned: SavedStand
  takes: SeasonTake[]
  /** Places of takes with a picture. */
  pictures: number[]
  /** What was true of its rig. */
  truth: RigTruth
}

/** The name of a picture: of a set-up by its place in the story, of a take by its place in the set-up. */
export const pictureName = (setup: number, take: number): string => `${setup}-${take}.webp`

/** The same, small: what lists show. */
export const thumbName = (setup: number, take: number): string => `${setup}-${take}-small.webp`

/** The season that ships. @throws where it is not there or cannot be read */
export const readSeason = (): ShippedSetup[] =>
  JSON.parse(gunzipSync(readFileSync(SEASON_FILE)).toString('utf8')) as ShippedSetup[]
