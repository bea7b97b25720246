import { RECIPES, type Setup, newSetup, plan, subjectMiddle } from '~~/core'
import {
  type Axes,
  area,
  clamped,
  curve,
  isUpright,
  pathTimeExtent,
  point,
  segment,
  travelExtent,
} from '~~/app/components/views/axes'
import { linear } from '~~/app/components/views/linear'
import { footprint } from '~~/app/components/views/tableGeometry'
import { type Overlay, drawOver } from '~~/shared/render/over'
import { dialCardText } from '~~/shared/text/dialCard'
import { fillFigures } from '~~/shared/text/teller'

const across: Axes = { upright: false, along: linear([0, 2], [100, 500]), across: linear([0, 0.01], [20, 220]) }
const upright: Axes = { ...across, upright: true }

describe('axes that two drawings share', () => {
  test('a place is along and across, or across and along', () => {
    expect(point(across, 1, 0.005)).toEqual({ x: 300, y: 120 })
    expect(point(upright, 1, 0.005)).toEqual({ x: 120, y: 300 })
  })
  test('lines, areas and curves run between places', () => {
    expect(segment(across, [0, 0], [2, 0.01])).toEqual({ x1: 100, y1: 20, x2: 500, y2: 220 })
    expect(area(across, [2, 0.01], [0, 0])).toEqual({ x: 100, y: 20, width: 400, height: 200 })
    expect(area(across, [1, 0.005], [1, 0.005], 14)).toEqual({ x: 293, y: 113, width: 14, height: 14 })
    expect(
      curve(upright, [
        [0, 0],
        [1, 0.005],
      ]),
    ).toBe('M20.00 100.00L120.00 300.00')
    expect([clamped(across.along, -1), clamped(across.along, 5), clamped(across.along, 1.5)]).toEqual([0, 2, 1.5])
  })
  test('what falls, pours and is tossed stands upright', () => {
    expect(RECIPES.filter(recipe => isUpright(plan(newSetup(recipe))))).toEqual(['pour', 'drop', 'toss', 'grains'])
  })
  test.each(RECIPES)('all of the rig of %s lies within the sheet, and the moment within the chart', recipe => {
    const p = plan(newSetup(recipe))
    const [low, high] = travelExtent(p, 640, 228)
    const { setup, timing } = p
    const middle = subjectMiddle(setup)
    expect(low).toBeLessThan(Math.min(0, middle - setup.subject.depth / 2))
    expect(high).toBeGreaterThan(middle + setup.subject.depth / 2)
    if (setup.action.kind === 'launcher') expect(high).toBeGreaterThan(setup.catch.distance)
    // To scale: the subject fits across as it does along.
    expect((640 / (high - low)) * footprint(setup)).toBeLessThanOrEqual(0.56 * 228)
    const [from, to] = pathTimeExtent(p)
    expect(from).toBe(0)
    expect(to).toBeGreaterThan(timing.captured!)
  })
})

/** A context that notes what is drawn, and refuses what is no number. */
function recorder() {
  const calls: { name: string; args: number[]; fill: string }[] = []
  const state: Record<string, unknown> = { fillStyle: '', strokeStyle: '', filter: 'none', globalAlpha: 1 }
  const context = new Proxy(state, {
    get(target, name: string) {
      if (name in target) return target[name]
      return (...args: number[]) => {
        for (const arg of args)
          if (typeof arg === 'number' && !Number.isFinite(arg)) throw new Error(`${name}(${args.join(', ')})`)
        calls.push({ name, args, fill: String(target.fillStyle) })
        return name.startsWith('create')
          ? {
              addColorStop: (at: number) => {
                if (!(at >= 0 && at <= 1)) throw new Error(`stop at ${at}`)
              },
            }
          : undefined
      }
    },
    set(target, name: string, value) {
      target[name] = value
      return true
    },
  })
  return { context: context as unknown as CanvasRenderingContext2D, calls }
}
const draw = (setup: Setup, options: Overlay) => {
  const { context, calls } = recorder()
  drawOver(context, 300, 200, plan(setup), options)
  return calls
}
describe('over the predicted frame', () => {
  test('three takes to come are three outlines, where they catch the object', () => {
    const setup = newSetup('projectile')
    const rings = draw(setup, { ghosts: [0.02, 0.03, 0.04] }).filter(c => c.name === 'ellipse')
    const scale = 300 / plan(setup).optics.fieldWidth
    expect(rings.map(c => c.args[0])).toEqual(
      [0.02, 0.03, 0.04].map(past =>
        expect.closeTo(150 + (past - setup.motion.objectLength / 2 - setup.subject.depth / 2) * scale, 6),
      ),
    )
    expect(draw(setup, {}).filter(c => c.name === 'ellipse')).toEqual([])
  })
  test('what falls has them one under the other', () => {
    const [high, low] = draw(newSetup('drop'), { ghosts: [-0.02, -0.01] }).filter(c => c.name === 'ellipse')
    expect(low!.args[1]! - high!.args[1]!).toBeCloseTo((0.01 * 300) / plan(newSetup('drop')).optics.fieldWidth, 6)
    expect(low!.args[0]).toBe(150)
  })
  test('pops are numbered in order, up to the instant that is shown', () => {
    const swing = newSetup('swing')
    const { timing, sequence } = plan(swing)
    const numbers = (instant: number | null) =>
      draw(swing, { numbered: true, instant })
        .filter(c => c.name === 'fillText')
        .map(c => String(c.args[0]))
    expect(numbers(null)).toEqual(['1', '2', '3', '4', '5', '6'])
    expect(numbers(timing.captured! + sequence!.exposures[2]!.time)).toEqual(['1', '2', '3'])
    expect(numbers(timing.captured! - 1)).toEqual([])
  })
})

describe('texts', () => {
  test("figures are written out in the reader's units; an unknown name stays", () => {
    const figures = {
      place: { value: 0.9, quantity: 'length' as const, unit: 'm' },
      late: { value: 0.0021, quantity: 'time' as const },
    }
    expect(fillFigures('{late} at {place}, {what}', figures).replaceAll('\u00a0', ' ')).toBe('2.1 ms at 0.9 m, {what}')
    expect(fillFigures('{place}', figures, 'imperial').replaceAll('\u00a0', ' ')).toBe('2.95 ft')
  })
  test.each(RECIPES)('the dial card of %s names everything to be set, without a NaN', recipe => {
    const card = dialCardText(plan(newSetup(recipe)))
    expect(card).not.toMatch(/NaN|undefined|[{}]/)
    for (const word of ['Delay', 'Camera', 'Streak', 'Ambient', ...newSetup(recipe).flashes.map(f => f.name)])
      expect(card).toContain(word)
  })
  test('the first take stands beside later ones, and props with what they are made of', () => {
    const many = {
      props: 8,
      ifAllKept: 6,
      toFind: 1.9,
      first: 0.35,
      later: 0.83,
      keeper: 0.274,
      keeperLater: 0.651,
      parts: { moment: 0.35, face: 1, kept: 0.8, fires: 0.98 },
      kept: 0.8,
      misfire: 0.02,
      wrongVerdict: 0.03,
      framesPerEvent: null,
      plays: 300,
    }
    const card = dialCardText(plan(newSetup('projectile')), 'metric', many).replaceAll('\u00a0', ' ')
    expect(card).toContain(
      '27.4 % this take (on time 35 %, kept 80 % as assumed, it fires 98 %); 65.1 % once the delay is found',
    )
    // Where the delay is found already, there is one chance and it is said once.
    const found = dialCardText(plan(newSetup('projectile')), 'metric', { ...many, keeperLater: 0.2741 })
    expect(found).toContain('this take (on time')
    expect(found).not.toContain('once the delay is found')
    expect(card).toContain(
      '8 for 3 keepers at 90 %: about 2 takes to find the moment; 6 if every take on time were kept',
    )
    expect(dialCardText(plan(newSetup('projectile')), 'metric', { ...many, props: null })).toContain(
      'more than can be counted for 3 keepers',
    )
  })
})
