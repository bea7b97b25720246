/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { type VueWrapper, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { h, nextTick, reactive } from 'vue'
import type { Axes } from '~/components/views/axes'
import { linear } from '~/components/views/linear'
import PopStrip from '~/components/sequence/PopStrip.vue'
import SceneParts from '~/components/views/SceneParts.vue'
import DragHandle from '~/components/views/DragHandle.vue'
import { useSetupStore } from '~/stores/setup'
import { useViewStore } from '~/stores/view'
import { type Card, type Change, newCard, newSetup, plan as planOf } from '~~/core'

/** A drawing's units are the page's px. */
class Point {
  constructor(
    readonly x: number,
    readonly y: number,
  ) {}
  matrixTransform(): Point {
    return this
  }
}
Object.assign(globalThis, { DOMPoint: Point })
Object.assign(Element.prototype, { setPointerCapture: () => {} })
Object.assign(SVGElement.prototype, { getScreenCTM: () => ({ inverse: () => null }) })
/** Every drawing is as large. */
class Sizes implements ResizeObserver {
  constructor(private readonly told: ResizeObserverCallback) {}
  observe(target: Element): void {
    const box = [{ inlineSize: 1000, blockSize: 300 }]
    const boxes = { borderBoxSize: box, contentBoxSize: box, devicePixelContentBoxSize: box }
    this.told([{ target, contentRect: target.getBoundingClientRect(), ...boxes }], this)
  }
  unobserve(): void {}
  disconnect(): void {}
}
Object.assign(globalThis, { ResizeObserver: Sizes })

const press = (at: VueWrapper | ReturnType<VueWrapper['get']>, key: string, more = {}) =>
  at.trigger('keydown', { key, ...more })
beforeEach(() => setActivePinia(createPinia()))
afterEach(() => document.body.replaceChildren())

describe('a part of a drawing', () => {
  const handle = (more: Record<string, unknown> = {}) => {
    const props = reactive({ label: 'Key', value: 1.2, valueText: '1.2 m', min: 0, max: 20, ...more })
    const drawing = mount(() => h('svg', h(DragHandle, props)), { attachTo: document.body })
    const found = drawing.findComponent(DragHandle)
    return Object.assign(found, { set: (next: Record<string, unknown>) => (Object.assign(props, next), nextTick()) })
  }

  test('is a slider to the screen reader', async () => {
    const wrapper = handle({ vertical: true, paths: ['flashes[0].distance'] })
    expect(wrapper.attributes()).toMatchObject({
      'role': 'slider',
      'tabindex': '0',
      'aria-label': 'Key',
      'aria-valuenow': '1.2',
      'aria-valuemin': '0',
      'aria-valuemax': '20',
      'aria-valuetext': '1.2 m',
      'aria-orientation': 'vertical',
      'aria-keyshortcuts': 'Enter',
    })
    await wrapper.set({ vertical: false, paths: [] })
    expect(wrapper.attributes('aria-orientation')).toBe('horizontal')
    expect(wrapper.attributes('aria-keyshortcuts')).toBeUndefined()
  })

  test('goes where the arrow points, ten times as far with shift', async () => {
    const wrapper = handle()
    await press(wrapper, 'ArrowRight')
    await press(wrapper, 'ArrowLeft', { shiftKey: true })
    await press(wrapper, 'ArrowUp')
    await press(wrapper, 'ArrowDown', { shiftKey: true })
    // What is the browser's or nobody's moves nothing.
    await press(wrapper, 'ArrowRight', { ctrlKey: true })
    await press(wrapper, 'x')
    expect(wrapper.emitted('nudge')).toEqual([
      [1, 0],
      [-10, 0],
      [0, -1],
      [0, 10],
    ])
  })

  test('follows the pointer from when it is taken to when it is let go; each drag is one step to undo', async () => {
    const wrapper = handle()
    const at = (clientX: number, clientY: number, altKey = false) => ({ clientX, clientY, altKey })
    await wrapper.trigger('pointermove', at(5, 5))
    await wrapper.trigger('pointerdown', at(10, 20))
    await wrapper.trigger('pointermove', at(12, 24))
    await wrapper.trigger('pointermove', at(14, 28, true))
    await wrapper.trigger('pointerup')
    await wrapper.trigger('pointermove', at(90, 90))
    await wrapper.trigger('pointerdown', at(14, 28))
    await wrapper.trigger('pointermove', at(15, 29))
    await wrapper.trigger('pointercancel')
    await wrapper.trigger('pointermove', at(90, 90))
    expect(wrapper.emitted('drag')).toEqual([
      [{ x: 12, y: 24 }, 'Key-1', false],
      [{ x: 14, y: 28 }, 'Key-1', true],
      [{ x: 15, y: 29 }, 'Key-2', false],
    ])
  })

  test('asks for its figures by enter and by a double press, where it has any', async () => {
    const view = useViewStore()
    const bare = handle()
    await press(bare, 'Enter')
    await bare.trigger('dblclick')
    expect(view.entry).toBeNull()
    await press(handle({ paths: ['flashes[0].distance'] }), 'Enter')
    expect(view.entry).toMatchObject({ title: 'Key', paths: ['flashes[0].distance'], quiet: false })
  })

  test('touched it shows its figures, a drag puts them away, the other button goes to them', async () => {
    const view = useViewStore()
    const at = (clientX: number, clientY: number, button = 0) => ({ clientX, clientY, button })
    const part = handle({ paths: ['flashes[0].distance'] })
    await part.trigger('pointerdown', at(10, 20))
    await part.trigger('pointermove', at(10, 20))
    await part.trigger('pointerup', at(10, 20))
    expect(view.entry).toMatchObject({ title: 'Key', quiet: true })
    expect(part.emitted('drag')).toBeUndefined()
    await part.trigger('pointerdown', at(10, 20))
    await part.trigger('pointermove', at(12, 20))
    await part.trigger('pointerup', at(12, 20))
    expect(view.entry).toBeNull()
    await part.trigger('pointerdown', at(12, 20, 2))
    await part.trigger('pointermove', at(40, 20))
    await part.trigger('contextmenu', at(40, 20, 2))
    expect(view.entry).toMatchObject({ title: 'Key', quiet: false })
    expect(part.emitted('drag')).toHaveLength(1)
  })
})

test('a card that stands outside the drawing is a short one with a mark at its edge, and keeps its figures', () => {
  const setup = newSetup('projectile')
  const card: Card = newCard(planOf(setup), 'white')
  const far = { ...card, name: 'Far card', along: 7, width: 1.5 }
  const plan = planOf({ ...setup, scene: { ...setup.scene, cards: [{ ...card, name: 'Near card' }, far] } })
  const scale = linear([-3, 3], [0, 600])
  const axes: Axes = { along: scale, across: scale, upright: false }
  const held = (along: number, across: number) => {
    const x = Math.min(600, scale(along))
    return { x, y: scale(across), cut: x !== scale(along) }
  }
  useSetupStore().setup = plan.setup
  const drawing = mount(() => h('svg', h(SceneParts, { plan, axes, middle: 0, fromCamera: false, held })), {
    attachTo: document.body,
    global: { components: { ViewsDragHandle: DragHandle } },
  })
  const [near, away] = drawing.findAllComponents(DragHandle).slice(1)
  expect(near!.find('[data-cut]').exists()).toBe(false)
  expect(Number(near!.get('rect').attributes('width'))).toBeCloseTo(card.width * 100, 6)
  expect(away!.find('[data-cut]').exists()).toBe(true)
  expect(away!.get('rect').attributes('width')).toBe('20')
  expect(away!.get('circle').attributes('cx')).toBe('600')
  expect(away!.props('valueText')).toMatch(/^7\s?m along/)
})

describe('the strip of pops', () => {
  function strip() {
    const store = useSetupStore()
    store.setup = newSetup('swing')
    const changes: { changes: Change[]; merge: string | undefined }[] = []
    store.change = (...[list, merge]: Parameters<typeof store.change>) => {
      changes.push({ changes: [...list], merge })
      return []
    }
    const wrapper = mount(PopStrip, {
      attachTo: document.body,
      global: { components: { ViewsDragHandle: DragHandle } },
      props: { plan: planOf(store.setup) },
    })
    const handles = () => wrapper.findAllComponents(DragHandle)
    const named = (name: string) => handles().find(one => one.props('label') === name)!
    return { wrapper, handles, named, changes, setup: store.setup }
  }

  test('has a handle for each pop of each light, named by group, number and light, at its time', async () => {
    const { wrapper, handles, named, setup } = strip()
    await wrapper.vm.$nextTick()
    const [side, front] = setup.sequence.groups
    const names = setup.flashes.map(flash => flash.name)
    expect(handles()).toHaveLength(side!.count * side!.lights.length + 1)
    const third = named(`${side!.name}, pop 3 on ${names[0]}`)
    expect(third.props('value')).toBeCloseTo(side!.start + 2 * side!.interval, 9)
    // The front light joins the last pop.
    expect(named(`${front!.name}, pop 1 on ${names[2]}`).props('value')).toBeCloseTo(
      side!.start + (side!.count - 1) * side!.interval,
      9,
    )
  })

  test('a pop that is moved changes the interval by its share, the first one the start of all', async () => {
    const { wrapper, named, changes, setup } = strip()
    await wrapper.vm.$nextTick()
    const [side] = setup.sequence.groups
    const light = setup.flashes[0]!.name
    const third = named(`${side!.name}, pop 3 on ${light}`)
    await press(third, 'ArrowRight', { shiftKey: true })
    // Ten steps of half a millisecond over two intervals.
    expect(changes).toEqual([
      {
        changes: [{ path: 'sequence.groups[0].interval', value: expect.closeTo(side!.interval + 0.0025, 9) as number }],
        merge: `${side!.name}, pop 3 on ${light}-keys`,
      },
    ])
    await press(third, 'ArrowUp')
    expect(changes[1]!.changes[0]!.value).toBeCloseTo(side!.interval + 0.00025, 3)
    await press(named(`${side!.name}, pop 1 on ${light}`), 'ArrowRight', { shiftKey: true })
    expect(changes[2]!.changes).toEqual([
      { path: 'sequence.groups[0].start', value: expect.closeTo(side!.start + 0.005, 9) as number },
    ])
  })

  test('dragged it comes to where the pointer is, to a tenth of a millisecond', async () => {
    const { wrapper, named, changes, setup } = strip()
    await wrapper.vm.$nextTick()
    const [side] = setup.sequence.groups
    const second = named(`${side!.name}, pop 2 on ${setup.flashes[0]!.name}`)
    const grip = second.get('rect')
    const x = Number(grip.attributes('x')) + 7
    await second.trigger('pointerdown', { clientX: x, clientY: 20 })
    await second.trigger('pointermove', { clientX: x + 0.01, clientY: 20 })
    expect(changes[0]!.changes[0]!.value).toBeCloseTo(side!.interval, 4)
    await second.trigger('pointermove', { clientX: x + 50, clientY: 20 })
    const later = changes[1]!.changes[0]!.value as number
    const last = Number(
      named(`${side!.name}, pop ${side!.count} on ${setup.flashes[0]!.name}`).get('rect').attributes('x'),
    )
    const perPx = ((side!.count - 2) * side!.interval) / (last + 7 - x)
    expect(later).toBeCloseTo(side!.interval + 50 * perPx, 4)
    expect((later * 1e4) % 1).toBeCloseTo(0, 6)
  })
})
