/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { mount } from '@vue/test-utils'
import { nextTick } from 'vue'
import PickOne from '~/components/ui/PickOne.vue'

/** The list as it is handed on, without what draws it. */
function picked(value: unknown, options: { value: unknown; label: string; group?: string }[]) {
  const told: unknown[] = []
  const wrapper = mount(PickOne, {
    global: {
      stubs: { USelect: { name: 'USelect', props: ['modelValue', 'items', 'content', 'ui'], template: '<i />' } },
    },
    props: { 'modelValue': value, options, 'onUpdate:modelValue': (next: unknown) => told.push(next) },
  })
  const list = wrapper.getComponent({ name: 'USelect' })
  return { list, told, choose: (place: string) => list.vm.$emit('update:modelValue', place) }
}

test('what is chosen may be nothing, empty or a number, and is told as itself', () => {
  const options = [
    { value: undefined, label: 'all' },
    { value: '', label: 'none' },
    { value: 0, label: 'the first' },
    { value: null, label: 'no take' },
  ]
  for (const [i, option] of options.entries()) {
    const { list, choose, told } = picked(option.value, options)
    expect(list.props('modelValue')).toBe(String(i))
    choose(String((i + 1) % 4))
    choose('9')
    expect(told).toEqual([options[(i + 1) % 4]!.value])
  }
  // What is not among them is none of them.
  expect(picked('else', options).list.props('modelValue')).toBe('-1')
})
test('a group is named once, before its first', async () => {
  const { list, choose, told } = picked('b', [
    { value: '', label: 'none' },
    { value: 'a', label: 'A', group: 'Monday' },
    { value: 'b', label: 'B', group: 'Monday' },
    { value: 'c', label: 'C', group: 'Friday' },
  ])
  expect(list.props('items')).toEqual([{ label: 'B', value: '2' }])
  await list.trigger('focusin')
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
test('a list is whole once it is reached, by focus, pointer or as it opens; else it holds what it shows', async () => {
  const options = [
    { value: 1, label: 'one' },
    { value: 2, label: 'two' },
  ]
  const whole = [
    { label: 'one', value: '0' },
    { label: 'two', value: '1' },
  ]
  type List = ReturnType<typeof picked>['list']
  for (const reach of [
    (list: List) => list.trigger('focusin'),
    (list: List) => list.trigger('pointerenter'),
    async (list: List) => {
      list.vm.$emit('update:open', true)
      await nextTick()
    },
  ]) {
    const { list } = picked(1, options)
    expect(list.props('items')).toEqual(whole.slice(0, 1))
    await reach(list)
    expect(list.props('items')).toEqual(whole)
  }
  expect(picked('else', options).list.props('items')).toEqual([])
})
test('a list that closes gives the focus back unless somebody types elsewhere', () => {
  const { list } = picked('', [{ value: '', label: 'none' }])
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
