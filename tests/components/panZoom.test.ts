/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { mount } from '@vue/test-utils'
import ZoomPane from '~/components/pictures/ZoomPane.vue'
import { usePanZoom } from '~/composables/usePanZoom'

type Point = { x: number; y: number }
const drawing = { setPointerCapture: (_: number): void => {} }
const at = (pointerId: number, x: number, y: number, button = 0): PointerEvent =>
  ({ pointerId, button, clientX: x, clientY: y, currentTarget: drawing }) as never
function told() {
  const all: [string, ...unknown[]][] = []
  const hands = usePanZoom({
    zoom: (factor, about) => all.push(['zoom', factor, about]),
    pan: (from, to, start) => all.push(['pan', from, to, start]),
    placeOf: ({ clientX, clientY }) => ({ x: clientX, y: clientY }),
  })
  return { all, hands }
}

test('what is held goes with the pointer from where it was taken, and is let go with it', () => {
  const { all, hands } = told()
  hands.pointermove(at(1, 5, 5))
  hands.pointerdown(at(1, 10, 20))
  hands.pointermove(at(1, 13, 19))
  hands.pointermove(at(1, 14, 15))
  hands.pointerup(at(1, 14, 15))
  hands.pointermove(at(1, 90, 90))
  expect(all).toEqual([
    ['pan', { x: 10, y: 20 }, { x: 13, y: 19 }, { x: 10, y: 20 }],
    ['pan', { x: 13, y: 19 }, { x: 14, y: 15 }, { x: 10, y: 20 }],
  ])
  hands.pointerdown(at(1, 1, 1, 2))
  hands.pointermove(at(1, 2, 2))
  expect(all).toHaveLength(2)
})

test('two fingers twice as far apart show half as much, about the place between them; one left goes on holding', () => {
  const { all, hands } = told()
  hands.pointerdown(at(1, 0, 0))
  hands.pointerdown(at(2, 10, 0))
  hands.pointermove(at(2, 20, 0))
  expect(all).toEqual([
    ['pan', { x: 5, y: 0 }, { x: 10, y: 0 }, { x: 0, y: 0 }],
    ['zoom', 0.5, { x: 10, y: 0 }],
  ])
  hands.pointercancel(at(1, 0, 0))
  hands.pointermove(at(2, 21, 3))
  expect(all.at(-1)).toEqual(['pan', { x: 20, y: 0 }, { x: 21, y: 3 }, { x: 0, y: 0 }])
})

test('the wheel towards you shows more, as far as it was turned, and no more than half again at a time', () => {
  const { all, hands } = told()
  let kept = 0
  const turn = (deltaY: number, deltaMode = 0): number => {
    hands.wheel({ ...at(0, 3, 4), deltaY, deltaMode, preventDefault: () => kept++ } as never)
    const [what, factor, about] = all.at(-1)!
    expect([what, about]).toEqual(['zoom', { x: 3, y: 4 }])
    return factor as number
  }
  expect(turn(100)).toBeCloseTo(Math.exp(0.2), 9)
  expect(turn(-100) * turn(100)).toBeCloseTo(1, 9)
  expect(turn(3, 1)).toBeCloseTo(turn(99), 9)
  expect([turn(1e4), turn(-1e4), turn(1, 2)]).toEqual([1.5, 1 / 1.5, 1.5])
  expect(kept).toBe(8)
})

describe('one of two pictures', () => {
  const box = { left: 100, top: 50, width: 300, height: 200 }
  function pane(look: Point & { zoom: number }) {
    const wrapper = mount(ZoomPane, {
      props: {
        'id': 'p1',
        'alt': 'Take 3',
        look,
        'onUpdate:look': (next: typeof look) => wrapper.setProps({ look: next }),
      },
      global: { stubs: { PicturesPictureView: true } },
    })
    Object.assign(wrapper.element, { getBoundingClientRect: () => box, setPointerCapture: () => {} })
    const now = () => wrapper.props('look') as typeof look
    /** The place of the picture that stands at a place of the screen. */
    const under = (x: number, y: number): Point => ({
      x: now().x + ((x - box.left) / box.width - 0.5) / now().zoom,
      y: now().y + ((y - box.top) / box.height - 0.5) / now().zoom,
    })
    return { wrapper, now, under }
  }

  test('keeps what is under the pointer, and stays on the picture', async () => {
    const { wrapper, now, under } = pane({ x: 0.5, y: 0.5, zoom: 2 })
    const before = under(190, 100)
    await wrapper.trigger('wheel', { deltaY: -100, clientX: 190, clientY: 100 })
    expect(now().zoom).toBeCloseTo(2 * Math.exp(0.2), 9)
    expect(under(190, 100).x).toBeCloseTo(before.x, 9)
    expect(under(190, 100).y).toBeCloseTo(before.y, 9)
    for (let i = 0; i < 9; i++) await wrapper.trigger('wheel', { deltaY: 300, clientX: 110, clientY: 60 })
    expect(now()).toEqual({ x: 0.5, y: 0.5, zoom: 1 })
    for (let i = 0; i < 20; i++) await wrapper.trigger('wheel', { deltaY: -300, clientX: 100, clientY: 50 })
    expect(now().zoom).toBe(16)
    expect(under(100, 50).x).toBeCloseTo(0, 9)
  })
  test('goes along with what holds it, to its edge', async () => {
    const { wrapper, now, under } = pane({ x: 0.5, y: 0.5, zoom: 4 })
    const before = under(200, 100)
    await wrapper.trigger('pointerdown', { pointerId: 1, button: 0, clientX: 200, clientY: 100 })
    await wrapper.trigger('pointermove', { pointerId: 1, clientX: 230, clientY: 90 })
    expect(under(230, 90).x).toBeCloseTo(before.x, 9)
    expect(under(230, 90).y).toBeCloseTo(before.y, 9)
    await wrapper.trigger('pointermove', { pointerId: 1, clientX: 9000, clientY: 90 })
    expect(now().x).toBeCloseTo(0.125, 9)
  })
})
