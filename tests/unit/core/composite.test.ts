import { RECIPES, newSetup, plan, withChanges } from '~~/core'
import { Film, sceneOf } from '~~/core/render'

const WIDTH = 24
const HEIGHT = 16
const POPS = 3
const INTERVAL = 0.006

/** Light of a picture with the room dark, pixel by pixel. */
function pictureOf(planned: ReturnType<typeof plan>): Float32Array {
  const film = new Film(sceneOf(planned, { room: false }), WIDTH, HEIGHT)
  film.pass(2)
  return film.sums
}

describe('a picture of several pops is the pictures of each, one over the other', () => {
  for (const recipe of RECIPES)
    test(recipe, () => {
      const start = newSetup(recipe)
      const one = withChanges({ ...start, flashes: [start.flashes[0]!], trigger: 'sensor', method: 'open-shutter' }, [])
      const single = { ...one, sequence: { ...one.sequence, groups: [] } }
      const used = plan(single).timing.used!
      const group = {
        name: 'All',
        lights: [0],
        placing: 'interval' as const,
        count: POPS,
        interval: INTERVAL,
        start: 0,
        joinsLast: false,
        from: 0,
        to: 0,
        times: [],
      }
      const whole = plan({ ...single, delay: used, sequence: { ...single.sequence, groups: [group] } })
      const seen = pictureOf(whole)
      const alone = [0, 1, 2].map(i => pictureOf(plan({ ...single, delay: used + i * INTERVAL })))
      const sums = seen.map((_, i) => alone.reduce((sum, of) => sum + of[i]!, 0))
      const total = sums.reduce((a, b) => a + b, 0)
      const apart = seen.reduce((sum, value, i) => sum + Math.abs(value - sums[i]!), 0)
      expect(total).toBeGreaterThan(0)
      expect(apart / total).toBeLessThan(0.02)
      // And something has changed between the first and the last.
      const moved = alone[2]!.reduce((sum, value, i) => sum + Math.abs(value - alone[0]![i]!), 0)
      expect(moved / total).toBeGreaterThan(1e-4)
    })
})
