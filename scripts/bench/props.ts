import { RECIPES, type Setup, drawRig, playedSessions, newSetup, playRig } from '../../core'
import { seededRandom } from '../../core/math/random'
import { quantile } from './quantiles'

const RIGS = Number(process.env.PROPS_RIGS ?? 300)
/** More keepers than are wanted, so that those that are not kept are made up for. */
const SPARE = 9

/**
 * Share of sessions on the bench's own rigs in which the props were enough: with the share kept as assumed, and with
 * every take on the moment kept.
 */
function enough(setup: Setup): { props: number; all: number } {
  const many = playedSessions(setup)
  const random = seededRandom(5)
  let [props, all] = [0, 0]
  for (let seed = 1; seed <= RIGS; seed++) {
    const { takes } = playRig(drawRig(setup, seed), setup, 'proposals', {
      keepers: setup.goal.keepers + SPARE,
      most: 40,
    })
    const on = takes.flatMap((take, i) => (take.keeper ? [i + 1] : []))
    const kept = on.filter(() => random.uniform() < many.kept)
    if ((kept[setup.goal.keepers - 1] ?? Infinity) <= many.props!) props++
    if ((on[setup.goal.keepers - 1] ?? Infinity) <= many.ifAllKept!) all++
  }
  return { props: props / RIGS, all: all / RIGS }
}

/** How many takes it needs, and whether that is enough on rigs that share no sum with the plan. */
export function propsBench(): void {
  console.log(`Props to have, and the share of ${RIGS} sessions on practice rigs in which they were enough`)
  const times: number[] = []
  for (const recipe of RECIPES) {
    const setup = newSetup(recipe)
    playedSessions(setup)
    for (let i = 0; i < 5; i++) {
      const started = performance.now()
      playedSessions(setup, { seed: i + 1 })
      times.push(performance.now() - started)
    }
    const many = playedSessions(setup)
    const share = enough(setup)
    console.log(
      `  ${recipe.padEnd(11)} ${String(many.props).padStart(3)} enough in ` +
        `${(share.props * 100).toFixed(0).padStart(3)} %   all kept ${String(many.ifAllKept).padStart(3)} in ` +
        `${(share.all * 100).toFixed(0).padStart(3)} %` +
        `   first ${(many.first * 100).toFixed(0)} %, then ${(many.later * 100).toFixed(0)} %`,
    )
  }
  console.log(
    `  one played session: median ${quantile(times, 0.5).toFixed(0)} ms, longest ${Math.max(...times).toFixed(0)} ms\n`,
  )
}
