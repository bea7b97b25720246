import { grouped } from '../math/grouped'
import { USUALLY_KEPT } from '../setup/kept'
import type { Recipe } from '../setup/types'

/** Takes of a set-up that were on the moment, and how many of them were kept. */
export interface OnTimeTakes {
  setup: string
  /** The shoot it belongs to. */
  shoot: string
  recipe: Recipe | ''
  takes: number
  kept: number
}

/** Share of the takes on the moment that is kept, and the takes it rests on. */
export interface KeptShare {
  share: number
  takes: number
}

/** What a studio's log says of how many on-time takes are kept: over all, and by recipe. */
export interface StudioShare {
  all: KeptShare
  byRecipe: Partial<Record<Recipe, KeptShare>>
  /** Enough was shot, and on shoots it was not made from it foretells better than the usual eight in ten. */
  worthy: boolean
}

const LEAST_SETUPS = 8
const LEAST_TAKES = 150

/** A share held as firmly as ten takes would before, moved by what was seen. */
function shareFrom(before: number, rows: readonly OnTimeTakes[]): KeptShare {
  let [takes, kept] = [0, 0]
  for (const row of rows) {
    takes += row.takes
    kept += row.kept
  }
  return { share: (kept + USUALLY_KEPT.of * before) / (takes + USUALLY_KEPT.of), takes }
}

function sharesOf(rows: readonly OnTimeTakes[]): Omit<StudioShare, 'worthy'> {
  const all = shareFrom(USUALLY_KEPT.share, rows)
  const byRecipe: StudioShare['byRecipe'] = {}
  for (const [recipe, own] of grouped(rows, row => row.recipe))
    if (recipe !== '') byRecipe[recipe] = shareFrom(all.share, own)
  return { all, byRecipe }
}

const logScore = (share: number, { takes, kept }: OnTimeTakes): number =>
  kept * Math.log(share) + (takes - kept) * Math.log(1 - share)

/** The share for a recipe: its own where it was shot, else the studio's. */
export const keptShareFor = (
  { all, byRecipe }: Pick<StudioShare, 'all' | 'byRecipe'>,
  recipe: Recipe | '',
): KeptShare => (recipe === '' ? undefined : byRecipe[recipe]) ?? all

/** What a studio keeps of its on-time takes; each recipe begins where the studio stands. */
export function studioShare(rows: readonly OnTimeTakes[]): StudioShare {
  const shot = rows.filter(({ takes }) => takes > 0)
  const found = sharesOf(shot)
  const setups = new Set(shot.map(({ setup }) => setup)).size
  let gained = 0
  for (const [shoot, own] of grouped(shot, row => row.shoot)) {
    const others = sharesOf(shot.filter(row => row.shoot !== shoot))
    for (const row of own)
      gained += logScore(keptShareFor(others, row.recipe).share, row) - logScore(USUALLY_KEPT.share, row)
  }
  return { ...found, worthy: setups >= LEAST_SETUPS && found.all.takes >= LEAST_TAKES && gained > 0 }
}
