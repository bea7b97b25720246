import { assess } from '../../plan'
import { recipeStart } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'
import { drawsOf, plain, until } from '../draw'
import type { Go } from '../types'

const TIMES = [1 / 125, 1 / 30, 1 / 8, 1 / 2, 2, 8] as const
/** Stops under correct from which the room is not seen. */
const BLACK = -6

/** How long the shutter may stand open before the room shows. */
export function exposure(seed: number): Go {
  const { between, one, random } = drawsOf(seed, 2)
  return until(() => {
    const setup = withChanges(recipeStart('projectile'), [
      { path: 'picture.ambientEv', value: Math.round(-8 + 12 * random.uniform()) },
      { path: 'picture.aperture', value: one([5.6, 8, 11, 16]) },
      { path: 'picture.iso', value: one([100, 200, 400]) },
      { path: 'picture.ambientLimit', value: BLACK },
      { path: 'motion.speed', value: between(25, 45) },
    ])
    const at = (open: number): Setup => withChanges(setup, [{ path: 'picture.shutter', value: open }])
    const room = TIMES.map(open => assess(at(open)).exposure.ambient)
    const right = room.findLastIndex(stops => stops <= BLACK)
    if (right < 0 || right === TIMES.length - 1) return null
    if (room[right]! > BLACK - 0.25 || room[right + 1]! < BLACK + 0.25) return null
    return {
      lesson: 'exposure',
      question: 'open',
      setup,
      told: {
        room: { value: setup.picture.ambientEv, quantity: 'ev' },
        aperture: { value: setup.picture.aperture, quantity: 'aperture' },
        iso: { value: setup.picture.iso, quantity: 'iso' },
        limit: plain(-BLACK),
      },
      shown: {
        truth: { value: TIMES[right]!, quantity: 'shutter' },
        under: { value: -room[right]!, quantity: 'stops' },
        over: { value: -room[right + 1]!, quantity: 'stops' },
      },
      answer: { kind: 'choice', quantity: 'shutter', options: TIMES, right },
      strip: {
        quantity: 'number',
        unit: '',
        place: null,
        marks: [
          { at: BLACK, id: 'black', later: true },
          { at: room[right]!, id: 'unseen', later: true },
          { at: room[right + 1]!, id: 'seen', later: true },
        ],
      },
      pictureOf: place => at(TIMES[place] ?? TIMES[0]),
    } satisfies Go
  })
}
