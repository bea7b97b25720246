// @ts-check
// Set-ups of the core for tests that run as plain scripts.
import { register } from 'tsx/esm/api'

register()
export const { newSetup, evidenceOf } = await import('../../core/index.ts')
export const { checkSetup } = await import('../../shared/schemas/setup.ts')
const fields = await import('../../core/setup/fields.ts')
/** How many of each a set-up may hold. */
export const MOST = {
  rows: fields.MOST_FLASH_ROWS,
  flashes: fields.MOST_FLASHES,
  bodies: fields.MOST_BODIES,
  evidence: fields.MOST_EVIDENCE,
  learnt: fields.MOST_LEARNT,
  groups: fields.MOST_POP_GROUPS,
  pops: fields.MOST_POPS,
  track: fields.MOST_TRACK_ROWS,
  cards: fields.MOST_CARDS,
  marks: fields.MOST_MARKS,
  lines: fields.MOST_LIST_ITEMS,
}
