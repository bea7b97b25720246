import { METHODS, RECIPES, playedSessions, newSetup, plan } from '../../core'
import { keepersOfWorld } from '../../tests/support/worldKeepers'

const TAKES = 2000

/** The headline against takes of the practice world, for every recipe and method. */
export function headlineBench(): void {
  console.log(`\nChance of a keeper, first take: closed form, played, and ${TAKES} takes of the practice world`)
  for (const recipe of RECIPES)
    for (const method of METHODS) {
      const setup = newSetup(recipe, method)
      const { keeper } = plan(setup)
      const percent = (share: number): string => `${(100 * share).toFixed(1)} %`.padStart(8)
      const world = keepersOfWorld(setup, TAKES)
      const figures = [keeper.chance, playedSessions(setup).keeper, world].map(percent).join('')
      console.log(`${recipe.padEnd(12)}${method.padEnd(14)}${figures}${keeper.stop ? `  ${keeper.stop}` : ''}`)
    }
}
