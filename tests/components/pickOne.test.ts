/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { flushPromises, mount } from '@vue/test-utils'
import { ref } from 'vue'
import ClosedList from '~/components/ui/ClosedList.vue'
import PickOne from '~/components/ui/PickOne.vue'

const STUB = {
  name: 'USelect',
  props: ['modelValue', 'items', 'content', 'ui', 'open'],
  setup: (_: unknown, { expose }: { expose: (what: object) => void }) => {
    const triggerRef = ref<HTMLElement | null>(null)
    expose({ triggerRef })
    return { triggerRef }
  },
  template: '<i ref="triggerRef" tabindex="0" />',
}

/** Until the list that was asked for stands there. */
async function listed(): Promise<void> {
  await import('~/components/ui/PickList.vue')
  await flushPromises()
}

function mounted(value: unknown, options: { value: unknown; label: string; group?: string }[]) {
  const told: unknown[] = []
  const wrapper = mount(PickOne, {
    attachTo: document.body,
    global: { stubs: { USelect: STUB }, components: { UiClosedList: ClosedList } },
    props: { 'modelValue': value, options, 'onUpdate:modelValue': (next: unknown) => told.push(next) },
  })
  return { wrapper, told, list: () => wrapper.getComponent({ name: 'USelect' }) }
}

/** The list once it is reached, as it is handed on, without what draws it. */
async function picked(...given: Parameters<typeof mounted>) {
  const { wrapper, told, list } = mounted(...given)
  await wrapper.get('button').trigger('pointerenter', { pointerType: 'mouse' })
  await listed()
  return { list: list(), told, choose: (place: string) => list().vm.$emit('update:modelValue', place) }
}

test('what is chosen may be nothing, empty or a number, and is told as itself', async () => {
  const options = [
    { value: undefined, label: 'all' },
    { value: '', label: 'none' },
    { value: 0, label: 'the first' },
    { value: null, label: 'no take' },
  ]
  for (const [i, option] of options.entries()) {
    const { list, choose, told } = await picked(option.value, options)
    expect(list.props('modelValue')).toBe(String(i))
    choose(String((i + 1) % 4))
    choose('9')
    expect(told).toEqual([options[(i + 1) % 4]!.value])
  }
  // What is not among them is none of them.
  expect((await picked('else', options)).list.props('modelValue')).toBe('-1')
})
test('a group is named once, before its first', async () => {
  const { list, choose, told } = await picked('b', [
    { value: '', label: 'none' },
    { value: 'a', label: 'A', group: 'Monday' },
    { value: 'b', label: 'B', group: 'Monday' },
    { value: 'c', label: 'C', group: 'Friday' },
  ])
  expect(list.props('items')).toEqual([
    { label: 'none', value: '0' },
    { label: 'Monday', type: 'label' },
    { label: 'A', value: '1' },
    { label: 'B', value: '2' },
    { label: 'Friday', type: 'label' },
    { label: 'C', value: '3' },
  ])
  expect(list.props('modelValue')).toBe('2')
  choose('3')
  expect(told).toEqual(['c'])
})
test('until it is reached a button stands there that says what is chosen', async () => {
  const options = [
    { value: 1, label: 'one' },
    { value: 2, label: 'two' },
  ]
  const whole = [
    { label: 'one', value: '0' },
    { label: 'two', value: '1' },
  ]
  const { wrapper } = mounted(2, options)
  const button = wrapper.get('button')
  expect(button.text()).toBe('two')
  expect(button.attributes()).toMatchObject({ 'role': 'combobox', 'aria-expanded': 'false' })
  expect(wrapper.findComponent({ name: 'USelect' }).exists()).toBe(false)
  expect(mounted('else', options).wrapper.get('button').text()).toBe('')
  // By key the list takes the focus over; it is not opened by that.
  await button.trigger('focus')
  await listed()
  const list = wrapper.getComponent({ name: 'USelect' })
  expect(list.props()).toMatchObject({ items: whole, modelValue: '1', open: false })
  expect(document.activeElement).toBe(list.element)
})
test('a finger opens it with the one tap it takes', async () => {
  const { wrapper, list } = mounted(1, [{ value: 1, label: 'one' }])
  const button = wrapper.get('button')
  // What is under the finger stays until it is lifted: else the tap is lost.
  await button.trigger('pointerenter', { pointerType: 'touch' })
  await button.trigger('pointerdown', { pointerType: 'touch' })
  await button.trigger('focus')
  expect(wrapper.find('button').exists()).toBe(true)
  await button.trigger('click')
  await listed()
  expect(list().props('open')).toBe(true)
})
test('a list that closes gives the focus back unless somebody types elsewhere', async () => {
  const { list } = await picked('', [{ value: '', label: 'none' }])
  const { onCloseAutoFocus } = list.props('content') as { onCloseAutoFocus: (event: Event) => void }
  const closed = (): boolean => {
    const event = new Event('close', { cancelable: true })
    onCloseAutoFocus(event)
    return event.defaultPrevented
  }
  expect(closed()).toBe(false)
  const input = document.body.appendChild(document.createElement('input'))
  input.focus()
  expect(closed()).toBe(true)
})
test('a press that is quicker than the list is read still opens it', async () => {
  const { wrapper, list } = mounted(1, [{ value: 1, label: 'one' }])
  const button = wrapper.get('button')
  await button.trigger('pointerenter', { pointerType: 'mouse' })
  await button.trigger('pointerdown', { pointerType: 'mouse' })
  await listed()
  // The button waits for the finger to be lifted, as a click on what went away is no click.
  expect(wrapper.find('button').exists()).toBe(true)
  await button.trigger('click')
  await listed()
  expect(list().props('open')).toBe(true)
})
