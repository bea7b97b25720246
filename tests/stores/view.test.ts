import { fresh } from '../support/page'
import { newSetup, plan, withChanges } from '~~/core'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { RATES, nextTakes, useViewStore } = await import('~~/app/stores/view')

beforeEach(fresh)

describe('looking at it', () => {
  let frames: ((now: number) => void)[] = []
  beforeEach(() => {
    frames = []
    Object.assign(globalThis, {
      requestAnimationFrame: (next: (now: number) => void) => frames.push(next),
      cancelAnimationFrame: () => {
        frames = []
      },
    })
  })
  const run = (seconds: number, from: number): void => {
    for (let t = 0; t <= seconds * 1000; t += 50) for (const next of frames.splice(0)) next(from + t)
  }
  test('a replay runs at its speed to the end and holds there', () => {
    const view = useViewStore()
    const p = plan(newSetup('projectile'))
    view.prepare(p)
    expect(view.rate).toBe(RATES[0])
    view.play()
    run(10, performance.now())
    expect(view.instant).toBeGreaterThan(0.0095)
    expect(view.instant).toBeLessThan(0.0105)
    run(60, performance.now() + 10_000)
    expect(view.instant).toBe(view.ends[1])
    expect(view.playing).toBe(false)
    view.scrub(99)
    expect(view.instant).toBe(view.ends[1])
    view.stop()
    expect(view.instant).toBeNull()
  })
  test('what takes longer is shown faster, so that it is watched to its end', () => {
    const view = useViewStore()
    for (const recipe of ['pour', 'toss', 'swing'] as const) {
      view.prepare(plan(newSetup(recipe)))
      expect((view.ends[1] - view.ends[0]) / view.rate).toBeLessThanOrEqual(60)
    }
  })
  test('the next ten takes are the same ten of a plan, spread as it says', () => {
    const p = plan(newSetup('projectile'))
    const takes = nextTakes(p)
    expect(takes).toHaveLength(10)
    expect(nextTakes({ ...p }).map(t => t.captured)).toEqual(takes.map(t => t.captured))
    // Drawn once for whoever asks.
    expect(nextTakes(p)).toBe(takes)
    // Of a toss that never comes as high as its beam there are none to draw.
    const never = plan(withChanges(newSetup('toss'), [{ path: 'sensor.position', value: 40 }]))
    expect(never.timing.captured).toBeNull()
    expect(nextTakes(never)).toEqual([])
    const mean = takes.reduce((sum, t) => sum + t.offset!, 0) / 10
    const sd = Math.sqrt(takes.reduce((sum, t) => sum + (t.offset! - mean) ** 2, 0) / 9)
    expect(sd / p.spread.scatter).toBeGreaterThan(0.4)
    expect(sd / p.spread.scatter).toBeLessThan(1.8)
  })
  test('nothing is drawn besides unless it is asked for, and another set-up begins anew', () => {
    const view = useViewStore()
    const extras = (): unknown[] => [view.ghosts, view.fallOff, view.fromCamera, view.shift, view.along, view.time]
    expect(extras()).toEqual([false, false, false, 0, null, null])
    expect([view.enlarged, view.playing, view.instant, view.entry]).toEqual([false, false, null, null])
    Object.assign(view, { ghosts: true, fallOff: true, fromCamera: true, shift: 2, along: [0, 1], time: [0, 2] })
    view.reset()
    expect(extras()).toEqual([false, false, false, 0, null, null])
  })
  test('a replay that was held goes on from there; one that ended begins again', () => {
    const view = useViewStore()
    view.prepare(plan(newSetup('projectile')))
    view.scrub(view.ends[1] / 2)
    view.play()
    run(1, performance.now())
    expect(view.instant! - view.ends[1] / 2).toBeCloseTo(RATES[0], 4)
    view.pause()
    run(1, performance.now())
    expect(view.instant! - view.ends[1] / 2).toBeCloseTo(RATES[0], 4)
    view.scrub(99)
    view.play()
    expect([view.instant, view.playing]).toEqual([0, true])
    view.scrub(-1)
    expect([view.instant, view.playing]).toEqual([0, false])
  })
  test('a replay ends after the last that happens: an eighth more, or as long as the flash burns', () => {
    const view = useViewStore()
    const whole = plan(newSetup('projectile'))
    const at = (timing: object, sharpness: object = {}): number => {
      view.prepare({
        ...whole,
        timing: { ...whole.timing, ...timing },
        sharpness: { ...whole.sharpness, ...sharpness },
      })
      return view.ends[1]
    }
    const late = { moment: 0.5, sensed: 0.01 }
    expect(at(late, { by: 'flash', duration: 0.001 })).toBeCloseTo(0.56, 9)
    expect(at(late, { by: 'flash', duration: 0.2 })).toBeCloseTo(0.7, 9)
    expect(at(late, { by: 'shutter', duration: 0.2 })).toBeCloseTo(0.56, 9)
    expect(at({ moment: null, sensed: 2 }, { by: 'shutter' })).toBeCloseTo(2.24, 9)
  })
})
