import { quantile } from './quantiles'
import { type SearchMode, playRig, rigs } from '../../tests/support/rigs'

const RIGS = Number(process.env.RIGS ?? 600)
const MODES: SearchMode[] = ['offsets', 'greedy', 'outcomes', 'ladder']
const NAMES: Record<SearchMode, string> = {
  offsets: 'search, offsets',
  greedy: 'greedy, outcomes',
  outcomes: 'search, outcomes',
  ladder: 'ladder',
}

/** Mean takes to the first keeper on the same simulated rigs; uncertainty and true scatter in half-windows. */
export function searchBench(): void {
  console.log(`Search for the moment, mean takes to the first keeper, ${RIGS} rigs each`)
  console.log(`  uncertainty  scatter   ${MODES.map(mode => NAMES[mode].padStart(17)).join('')}`)
  const times: number[] = []
  for (const uncertainty of [5, 10, 20]) {
    const row: Record<SearchMode, number[]> = { offsets: [], greedy: [], outcomes: [], ladder: [] }
    for (const scatter of [0.3, 0.7, 1.5]) {
      const means = MODES.map(mode => {
        let takes = 0
        for (const rig of rigs(RIGS, uncertainty, scatter)) takes += playRig(rig, mode, times)
        const mean = takes / RIGS
        row[mode].push(mean)
        return mean.toFixed(2).padStart(17)
      })
      console.log(`  ${String(uncertainty).padStart(11)}  ${String(scatter).padStart(7)}   ${means.join('')}`)
    }
    console.log(
      `  ${String(uncertainty).padStart(11)}     mean   ` +
        `${MODES.map(mode => (row[mode].reduce((a, b) => a + b, 0) / 3).toFixed(2).padStart(17)).join('')}`,
    )
  }
  console.log(
    `  one proposal: median ${quantile(times, 0.5).toFixed(1)} ms, 99 % ${quantile(times, 0.99).toFixed(1)} ms\n`,
  )
}
