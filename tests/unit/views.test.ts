import { RECIPES, type Setup, newSetup, plan, withChanges } from '~~/core'
import { type Axes, area, clamped, curve, isUpright, linear, pathTimeExtent, point, segment, travelExtent } from '~~/app/components/views/axes'
import { footprint, subjectMiddle } from '~~/app/components/views/tableGeometry'
import { drawFrame } from '~~/shared/render/frame'
import { tone } from '~~/shared/render/tone'
import { dialCardText } from '~~/shared/text/dialCard'
import { fillFigures } from '~~/shared/text/figures'

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
    expect(curve(upright, [[0, 0], [1, 0.005]])).toBe('M20.00 100.00L120.00 300.00')
    expect([clamped(across.along, -1), clamped(across.along, 5), clamped(across.along, 1.5)]).toEqual([0, 2, 1.5])
  })
  test('what falls, pours and is tossed stands upright', () => {
    expect(RECIPES.filter(recipe => isUpright(plan(newSetup(recipe))))).toEqual(['pour', 'drop', 'toss', 'grains'])
  })
  test.each(RECIPES)('all of the rig of %s lies within the sheet, and the moment within the chart', (recipe) => {
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
  const calls: { name: string, args: number[], fill: string }[] = []
  const state: Record<string, unknown> = { fillStyle: '', strokeStyle: '', filter: 'none', globalAlpha: 1 }
  const context = new Proxy(state, {
    get(target, name: string) {
      if (name in target) return target[name]
      return (...args: number[]) => {
        for (const arg of args) if (typeof arg === 'number' && !Number.isFinite(arg)) throw new Error(`${name}(${args.join(', ')})`)
        calls.push({ name, args, fill: String(target.fillStyle) })
        return name.startsWith('create') ? { addColorStop: (at: number) => { if (!(at >= 0 && at <= 1)) throw new Error(`stop at ${at}`) } } : undefined
      }
    },
    set(target, name: string, value) {
      target[name] = value
      return true
    },
  })
  return { context: context as unknown as CanvasRenderingContext2D, calls }
}
const draw = (setup: Setup, options = {}) => {
  const { context, calls } = recorder()
  drawFrame(context, 300, 200, plan(setup), options)
  return calls
}
const make = (recipe: Parameters<typeof newSetup>[0], values: Record<string, string | number | null>) => withChanges(newSetup(recipe), Object.entries(values).map(([path, value]) => ({ path, value })))

describe('the predicted frame', () => {
  test.each(RECIPES)('%s is drawn, with numbers only, and the same each time', (recipe) => {
    const calls = draw(newSetup(recipe))
    expect(calls.length).toBeGreaterThan(5)
    expect(draw(newSetup(recipe))).toEqual(calls)
  })
  test('the object moves through the frame with the delay', () => {
    const ball = (delay: number) => draw(make('projectile', { delay })).filter(c => c.name === 'ellipse').at(-1)!.args[0]!
    const metres = plan(newSetup('projectile')).optics.fieldWidth / 300
    expect((ball(0.0186) - ball(0.0184)) * metres).toBeCloseTo(0.0002 * plan(newSetup('projectile')).objectSpeed, 4)
  })
  test.each([
    ['left', 'right', 0, 300], ['right', 'left', 0, 300], ['up', 'bottom', 1, 200], ['down', 'top', 1, 200],
  ] as const)('a shutter past the sync whose curtain runs %s leaves its band at the edge %s, as wide as planned', (runs, edge, axis, side) => {
    const setup = make('projectile', { 'method': 'sync-shutter', 'camera.lag': 0.003, 'picture.shutter': 1 / 500, 'camera.curtainRuns': runs })
    const bar = draw(setup).filter(c => c.name === 'fillRect' && c.fill.includes('0.97')).at(-1)!
    const { dark, edge: at } = plan(setup).shutter
    expect(at).toBe(edge)
    expect(bar.args[axis + 2]).toBeCloseTo(side * dark, 6)
    expect(bar.args[axis]).toBeCloseTo(edge === 'right' || edge === 'bottom' ? side * (1 - dark) : 0, 6)
    expect(bar.args[(1 - axis) + 2]).toBe(axis === 0 ? 200 : 300)
  })
  test('three takes to come are three ghosts more', () => {
    const count = (options: object) => draw(newSetup('projectile'), options).filter(c => c.name === 'createRadialGradient').length
    expect(count({ ghosts: [0.02, 0.03, 0.04] })).toBe(4 * count({}))
  })
  test('before the light a replay shows the scene dim, where the object is by then; after it the frame as recorded', () => {
    const setup = newSetup('projectile')
    const captured = plan(setup).timing.captured!
    const place = (instant: number) => draw(setup, { instant }).filter(c => c.name === 'ellipse').at(-1)!.args[0]!
    expect(place(captured * 0.995)).toBeLessThan(place(captured * 0.999))
    expect(draw(setup, { instant: captured * 0.9 })[1]!.fill).not.toBe(draw(setup)[1]!.fill)
    expect(draw(setup, { instant: captured * 1.01 })).toEqual(draw(setup))
  })
  test('out of the plane of focus fragments are larger', () => {
    const size = (aperture: number) => Math.max(...draw(make('throw', { 'picture.aperture': aperture })).filter(c => c.name === 'ellipse').map(c => c.args[2]!))
    expect(size(2.8)).toBeGreaterThan(size(22) * 1.05)
  })
  test('six pops are six places', () => {
    const six = draw(newSetup('swing')).filter(c => c.name === 'createRadialGradient').length
    expect(six).toBe(6 * draw({ ...newSetup('swing'), sequence: { ...newSetup('swing').sequence, groups: [] } }).filter(c => c.name === 'createRadialGradient').length)
  })
  test('what never happens leaves the frame empty', () => {
    expect(draw(make('toss', { 'moment.reference': 'travel', 'moment.offset': 5 })).filter(c => c.name === 'ellipse')).toEqual([])
  })
  test('a stop more is lighter, and what is far over is white', () => {
    const value = (stops: number) => Number(/rgb\((\d+)/.exec(tone([120, 120, 120], stops))![1])
    for (let stops = -5; stops < 4; stops++) expect(value(stops + 1)).toBeGreaterThan(value(stops))
    expect(tone([200, 40, 30], 9)).toBe('rgb(255 255 255 / 1)')
  })
})

describe('texts', () => {
  test('figures are written out in the reader\'s units; an unknown name stays', () => {
    const figures = { place: { value: 0.9, quantity: 'length' as const, unit: 'm' }, late: { value: 0.0021, quantity: 'time' as const } }
    expect(fillFigures('{late} at {place}, {what}', figures).replaceAll('\u00a0', ' ')).toBe('2.1 ms at 0.9 m, {what}')
    expect(fillFigures('{place}', figures, 'imperial').replaceAll('\u00a0', ' ')).toBe('2.95 ft')
  })
  test.each(RECIPES)('the dial card of %s names everything to be set, without a NaN', (recipe) => {
    const card = dialCardText(plan(newSetup(recipe)))
    expect(card).not.toMatch(/NaN|undefined|[{}]/)
    for (const word of ['Delay', 'Camera', 'Streak', 'Ambient', ...newSetup(recipe).flashes.map(f => f.name)]) expect(card).toContain(word)
  })
  test('the first take stands beside later ones, and props with what they are made of', () => {
    const many = { props: 8, ifAllKept: 6, toFind: 1.9, first: 0.35, later: 0.83, kept: 0.8, misfire: 0.02, wrongVerdict: 0.03, framesPerEvent: null, plays: 300 }
    const card = dialCardText(plan(newSetup('projectile')), 'metric', many).replaceAll('\u00a0', ' ')
    expect(card).toContain('first take 35 %, then 83 %')
    expect(card).toContain('8 for 3 keepers at 90 %: about 2 to find the moment; 6 were all on the moment kept')
    expect(dialCardText(plan(newSetup('projectile')), 'metric', { ...many, props: null })).toContain('beyond count for 3 keepers')
  })
})
