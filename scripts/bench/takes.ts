import { RECIPES, newSetup, plan, simulateTakes } from '../../core'

/** A million takes against the first order. */
export function takesBench(): void {
  console.log('Monte Carlo, a million takes each            first order   simulated   difference   time')
  for (const recipe of RECIPES) {
    const setup = newSetup(recipe)
    const { keep, spread } = plan(setup)
    const started = performance.now()
    const simulated = simulateTakes(setup, { takes: 1_000_000 })
    const seconds = (performance.now() - started) / 1000
    const note = spread.firstOrder ? '' : `  first order not trusted: ${spread.firstOrderReason}`
    console.log(
      `  ${setup.name.padEnd(42)} ${keep.perTake.toFixed(4)}        ${simulated.keep.toFixed(4)}      ` +
        `${(simulated.keep - keep.perTake).toFixed(4).padStart(7)}      ${seconds.toFixed(2)} s${note}`,
    )
  }
  console.log()
}
