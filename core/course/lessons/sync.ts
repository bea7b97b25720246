import { assess } from '../../plan'
import { recipeStart } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'
import { drawsOf, shutter, time, until } from '../draw'
import type { Go } from '../types'

const TIMES = [1 / 60, 1 / 100, 1 / 125, 1 / 160, 1 / 200, 1 / 250, 1 / 320, 1 / 500] as const
/** Stops lost in the worst row that nobody sees. */
const SEEN = 1 / 6

/** How fast the shutter may be before its curtain stands in the picture. */
export function sync(seed: number): Go {
  const { between, one } = drawsOf(seed, 3)
  return until(() => {
    const start = recipeStart('powder')
    const travel = between(0.0022, 0.0075)
    const setup: Setup = withChanges({ ...start, method: 'sync-shutter' }, [
      { path: 'camera.curtainTravel', value: travel },
      { path: 'camera.syncSpeed', value: one([1 / 160, 1 / 200, 1 / 250]) },
      { path: 'flashes[0].power', value: one([1, 1 / 4, 1 / 16, 1 / 64]) },
    ])
    const at = (open: number): Setup => withChanges(setup, [{ path: 'picture.shutter', value: open }])
    const lost = TIMES.map(open => assess(at(open)).shutter.lostWorst)
    const right = lost.findLastIndex(stops => stops <= SEEN)
    if (right < 1 || right === TIMES.length - 1 || lost.slice(0, right).some(stops => stops > SEEN)) return null
    const { fastestClean } = assess(at(TIMES[right]!)).shutter
    // What is just clean, or just not, is decided by more than is told.
    if (TIMES[right]! < 1.06 * fastestClean || TIMES[right + 1]! > 0.94 * fastestClean) return null
    const { flashes, sharpness } = { flashes: setup.flashes, sharpness: assess(at(TIMES[right]!)).sharpness }
    return {
      lesson: 'sync',
      question: 'shutter',
      setup,
      told: {
        travel: time(travel),
        duration: { value: sharpness.duration, quantity: 'time' },
        latency: { value: assess(setup).known.flashes[0]!.latency, quantity: 'time' },
        power: { value: flashes[0]!.power, quantity: 'power' },
      },
      shown: {
        truth: shutter(TIMES[right]!),
        clean: shutter(fastestClean),
        dark: { value: assess(at(TIMES[right + 1]!)).shutter.notFullyLit, quantity: 'share' },
      },
      answer: { kind: 'choice', quantity: 'shutter', options: TIMES, right },
      strip: {
        quantity: 'time',
        unit: 'ms',
        place: null,
        marks: [
          { at: 0, id: 'opens' },
          { at: travel, id: 'wholeOpen' },
          { at: fastestClean, id: 'clean', later: true },
        ],
      },
      pictureOf: place => at(TIMES[place] ?? TIMES[0]),
    } satisfies Go
  })
}
