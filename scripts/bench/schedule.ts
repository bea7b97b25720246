import { newSetup, plan, popGroup, resultsOf, scheduleLight, sensitivitiesOf } from '../../core'
import { quantile, timesOf } from './quantiles'

/** Sharing pops over units, the plan of a long sequence, and a why. */
export function scheduleBench(): void {
  const report = (name: string, times: number[]): void =>
    console.log(
      `  ${name.padEnd(38)} median ${quantile(times, 0.5).toFixed(3)} ms, 99 % ${quantile(times, 0.99).toFixed(3)} ms`,
    )
  console.log('Sequences and why')
  const times = Array.from({ length: 40 }, (_, i) => i * 0.05)
  const limits = { recycle: 0.4, popEnergy: 2, heatLimit: null, repeat: null }
  const jobs = Array.from({ length: 500 }, () => times)
  const { units } = scheduleLight({ times, limits })
  report(
    `40 pops over ${units.length} units`,
    timesOf(jobs, t => scheduleLight({ times: t, limits })),
  )
  const swing = newSetup('swing')
  const long = {
    ...swing,
    sequence: { ...swing.sequence, groups: [popGroup({ lights: [0, 1], count: 40, interval: 0.02 })] },
  }
  report(
    'plan of a sequence of 40 pops',
    timesOf(
      Array.from({ length: 300 }, () => ({ ...long })),
      plan,
    ),
  )
  const p = plan(newSetup('projectile'))
  const [delay] = resultsOf(p)
  report(
    'why: what the delay answers to',
    timesOf(
      Array.from({ length: 30 }, () => p.setup),
      setup => sensitivitiesOf(setup, delay!),
    ),
  )
  console.log('')
}
