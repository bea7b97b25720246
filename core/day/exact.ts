import { type Ground, type Step, cleared, dirtAfter, lossOf, steps, walked } from './walk'
import { type DayOrder, better } from './types'

/**
 * The best order there is: a programme over the subsets of set-ups shot, by the last of them and what lies about. Of
 * two ways to the same, the earlier is never worse: everything after it only waits.
 *
 * @param ground a day of at most twelve set-ups
 */
export function exactOrder(ground: Ground): DayOrder {
  const { input } = ground
  const n = input.setups.length
  const dirts = 1 << ground.kinds.length
  const width = n * dirts
  const sets = 1 << n
  const times = new Float64Array(sets * width).fill(Infinity)
  const before = new Int32Array(sets * width).fill(-1)
  const step: Step = { built: 0, tested: 0, fires: 0, ends: 0 }
  const stand = (set: number, last: number, time: number, dirt: number, from: number): void => {
    for (let next = 0; next < n; next++) {
      if (set & (1 << next) || set & ground.tooLate[next]!) continue
      if (!steps(ground, last, time, dirt, next, step) || step.ends > input.end) continue
      const at = (set | (1 << next)) * width + next * dirts + dirtAfter(ground, dirt, next)
      if (step.ends >= times[at]!) continue
      times[at] = step.ends
      before[at] = from
    }
  }
  stand(0, -1, input.start, 0, -1)
  let best: { order: DayOrder; at: number } = {
    order: { rows: [], end: input.start, lost: lossOf(input, new Set()) },
    at: -1,
  }
  for (let set = 1; set < sets; set++) {
    const lost = lossOf(input, new Set(Array.from({ length: n }, (_, i) => i).filter(i => set & (1 << i))))
    for (let last = 0; last < n; last++) {
      for (let dirt = 0; dirt < dirts; dirt++) {
        const at = set * width + last * dirts + dirt
        const time = times[at]!
        if (time === Infinity) continue
        const end = cleared(ground, { last, time, dirt })
        if (end <= input.end && better({ lost, end }, best.order)) best = { order: { rows: [], end, lost }, at }
        stand(set, last, time, dirt, at)
      }
    }
  }
  const order: number[] = []
  for (let at = best.at; at >= 0; at = before[at]!) order.unshift(Math.floor((at % width) / dirts))
  return walked(ground, order)
}
