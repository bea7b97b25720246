import { type LoggedTake, driftOf, newSetup, plan, runStateOf } from '../../core'
import { seededRandom } from '../../core/math/random'
import { type SearchMode, playRig, rigs } from '../../tests/support/rigs'

const LOGS = 500

/** A clean log of measured takes on a rig as the plan holds it possible, at delays a search might have used. */
function logOf(seed: number, count: number): { takes: LoggedTake[]; speed: number; at: number; scatter: number } {
  const p = plan(newSetup('projectile'))
  const random = seededRandom(seed)
  const speed = p.alongSpeed
  const scatter = speed * p.spread.scatter * Math.exp(0.5 * random.normal())
  const at = p.timing.wanted! + p.spread.uncertainty * random.normal()
  const takes = Array.from({ length: count }, (_, i): LoggedTake => {
    const delay = at + 0.0003 * random.normal()
    const position = speed * (delay - at) + scatter * random.normal()
    const verdict = position < -0.012 ? 'early' : position > 0.012 ? 'late' : 'on'
    return { number: i + 1, delay, planned: p.timing.wanted, verdict, keeper: false, position }
  })
  return { takes, speed, at, scatter }
}

/**
 * How often the intervals that are printed hold the truth, and how often a clean log is told to have an outlier or a
 * drift.
 */
function coverage(): void {
  const p = plan(newSetup('projectile'))
  console.log(`What ${LOGS} clean logs teach: intervals that hold the truth, false outliers, false drifts`)
  for (const count of [5, 8, 14]) {
    const held = { speed: 0, scatter: 0, delay68: 0, delay95: 0, outlier: 0, drift: 0 }
    for (let seed = 1; seed <= LOGS; seed++) {
      const { takes, speed, at, scatter } = logOf(seed * 7 + count, count)
      const state = runStateOf(p, takes)!
      const { fit, proposal } = state
      if (fit!.speedInterval![0] <= speed && speed <= fit!.speedInterval![1]) held.speed++
      if (fit!.scatterInterval![0] <= scatter && scatter <= fit!.scatterInterval![1]) held.scatter++
      if (Math.abs(proposal!.posterior.delay - at) <= proposal!.posterior.uncertainty) held.delay68++
      if (proposal!.interval[0] <= at && at <= proposal!.interval[1]) held.delay95++
      if (fit!.points.some(point => point.outlier)) held.outlier++
      if (driftOf(p, takes) !== null) held.drift++
    }
    const share = (n: number): string => `${((n / LOGS) * 100).toFixed(1)} %`
    console.log(
      `  ${String(count).padStart(2)} takes: speed at 95 % ${share(held.speed)}, scatter at 95 % ` +
        `${share(held.scatter)}, delay at 68 % ${share(held.delay68)}, at 95 % ${share(held.delay95)};` +
        ` false outliers ${share(held.outlier)}, false drifts ${share(held.drift)}`,
    )
  }
}

/** The search where verdicts are wrong now and then. */
function wrongVerdicts(): void {
  const count = Number(process.env.RIGS ?? 300)
  console.log(
    `Search by verdicts, so many of them wrong: mean takes to the first keeper, ${count} rigs each (scatter 0.3 / ` +
      `0.7 / 1.5)`,
  )
  for (const wrong of [0, 0.05, 0.1]) {
    for (const uncertainty of [5, 10, 20]) {
      const means = [0.3, 0.7, 1.5].map(scatter => {
        let takes = 0
        for (const rig of rigs(count, uncertainty, scatter))
          takes += playRig(rig, 'outcomes' satisfies SearchMode, undefined, wrong)
        return (takes / count).toFixed(2)
      })
      console.log(
        `  ${(wrong * 100).toFixed(0).padStart(2)} % wrong, uncertainty ${String(uncertainty).padStart(2)}: ` +
          `${means.join(' / ')}`,
      )
    }
  }
  console.log('')
}

export function learningBench(): void {
  coverage()
  wrongVerdicts()
}
