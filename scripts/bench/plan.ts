import { type Setup, RECIPES, evidenceOf, infer, newSetup, plan } from '../../core'
import { notFinite, randomSetup } from '../../tests/support/randomSetup'
import { quantile, timesOf } from './quantiles'

const RANDOM = 10_000

/** A pour before a white ground with a light on it that is dragged: two findings whose fixes take a search. */
function whiteGrounds(): Setup[] {
  const { scene, flashes, ...rest } = newSetup('pour')
  const [first] = flashes
  return Array.from({ length: 400 }, (_, i) => ({
    ...rest,
    scene: { ...scene, ground: { ...scene.ground, reflectance: 0.85, distance: 0.9 } },
    flashes: [...flashes, { ...first!, name: 'On the ground', role: 'ground', angle: 0, distance: 1 + i / 1000 }],
  }))
}

/**
 * Time of a plan: on the demo set-up as on each pointer move, on every recipe, and on random set-ups, which must all be
 * planned.
 */
export function planBench(): void {
  const report = (name: string, times: number[]): void =>
    console.log(
      `  ${name.padEnd(38)} median ${quantile(times, 0.5).toFixed(3)} ms, 99 % ${quantile(times, 0.99).toFixed(3)} ms`,
    )
  console.log('Plan')
  const demo = newSetup('projectile')
  const moves = Array.from({ length: 3000 }, (_, i) => ({
    ...demo,
    sensor: { ...demo.sensor, position: 0.2 + 0.0002 * (i % 2000) },
  }))
  timesOf(moves, plan)
  report('steel ball, beam dragged', timesOf(moves, plan))
  const { used, wanted } = plan(demo).timing
  const evidence = [0.036, 0.031, 0.034].map((value, i) =>
    evidenceOf(demo, { kind: 'place', value, delay: used ?? wanted, id: `e${i}` }),
  )
  report(
    'the same with three control shots',
    timesOf(
      moves.map(setup => ({ ...setup, evidence })),
      plan,
    ),
  )
  report(
    'the inference of those alone',
    timesOf(
      Array.from({ length: 400 }, () => ({ ...demo, evidence })),
      infer,
    ),
  )
  report(
    'every recipe',
    timesOf(
      Array.from({ length: 1600 }, (_, i) => newSetup(RECIPES[i % RECIPES.length]!)),
      plan,
    ),
  )

  report('a white ground uneven and grey', timesOf(whiteGrounds(), plan))

  let broken = 0
  const random = Array.from({ length: RANDOM }, (_, i) => randomSetup(i))
  const times = timesOf(random, setup => {
    try {
      const { setup: _, ...rest } = plan(setup)
      if (notFinite(rest).length > 0) broken++
    } catch {
      broken++
    }
  })
  report(`${RANDOM} random set-ups, check included`, times)
  console.log(`  exceptions or NaN among them: ${broken}\n`)
  if (broken > 0) process.exitCode = 1
}
