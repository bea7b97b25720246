/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { labelOf } from '~~/shared/texts/fields'
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import FieldInput from '~/components/inputs/FieldInput.vue'
import { usePreferencesStore } from '~/stores/preferences'
import { FIELDS, type FigureValue } from '~~/core'

/** A row of a set-up, and what it was told. */
function row(path: keyof typeof FIELDS, value: FigureValue, more: Record<string, unknown> = {}) {
  setActivePinia(createPinia())
  const told: FigureValue[] = []
  const change = (next: FigureValue): string => {
    told.push(next)
    return ''
  }
  const field = FIELDS[path]
  const wrapper = mount(FieldInput, {
    global: { stubs: { UiPickOne: true, USwitch: true, KnowSourceMark: true } },
    attachTo: document.body,
    props: { field, value, label: labelOf(field), path, change, ...more },
  })
  const input = wrapper.get('input')
  const typed = (): string => input.element.value.replace(/[\u00a0\u202f]/g, ' ')
  const type = async (text: string): Promise<void> => {
    await input.trigger('focus')
    await input.setValue(text)
  }
  const enter = async (text: string): Promise<void> => {
    await type(text)
    await input.trigger('blur')
    await wrapper.vm.$nextTick()
  }
  return { wrapper, input, told, type, enter, typed, alert: () => wrapper.find('[role=alert]') }
}
afterEach(() => document.body.replaceChildren())

test('a figure in another unit is taken in SI, and shown in the field’s own', async () => {
  const { wrapper, enter, told, alert, typed } = row('subject.distance', 1)
  expect(typed()).toBe('1 m')
  await enter('1.5 ft')
  expect(told).toHaveLength(1)
  expect(told[0]).toBeCloseTo(0.4572, 9)
  expect(alert().exists()).toBe(false)
  await wrapper.setProps({ value: 0.4572 })
  expect(typed()).toBe('0.4572 m')
  usePreferencesStore().system = 'imperial'
  await wrapper.vm.$nextTick()
  expect(typed()).toMatch(/(ft|in)$/)
})

test('what is no figure is told beside the field, and nothing is changed', async () => {
  const { enter, told, alert, input } = row('subject.distance', 1)
  await enter('far')
  expect(told).toEqual([])
  expect(alert().text()).toMatch(/far/)
  expect(input.attributes('aria-invalid')).toBe('true')
  expect(input.attributes('aria-describedby')).toBe(alert().attributes('id'))
  // What was typed stays, to be mended.
  expect(input.element.value).toBe('far')
  await enter('2 m')
  expect(told).toEqual([2])
  expect(alert().exists()).toBe(false)
})

test('what the set-up refuses is told in its own words', async () => {
  const { enter, alert } = row('subject.distance', 1, { change: () => 'Nearer than the beam' })
  await enter('0.2 m')
  expect(alert().text()).toBe('Nearer than the beam')
})

test('what was typed and left as it was is no change', async () => {
  const { enter, told } = row('subject.distance', 1)
  await enter('1 m')
  await enter('100 cm')
  expect(told).toEqual([])
})

test('escape brings back what is entered, and undo is the set-up’s where nothing is typed', async () => {
  const { wrapper, type, input, typed, told } = row('subject.distance', 1)
  await input.trigger('keydown', { key: 'z', ctrlKey: true })
  expect(wrapper.emitted('undo')).toHaveLength(1)
  await input.trigger('keydown', { key: 'z', ctrlKey: true, shiftKey: true })
  expect(wrapper.emitted('redo')).toHaveLength(1)
  await type('7')
  await input.trigger('keydown', { key: 'z', ctrlKey: true })
  expect(wrapper.emitted('undo')).toHaveLength(1)
  await input.trigger('keydown', { key: 'Escape' })
  expect(typed()).toBe('1 m')
  expect(told).toEqual([])
})

test('enter takes a figure and lets one go on typing', async () => {
  const { type, input, told } = row('subject.distance', 1)
  await type('3 m')
  await input.trigger('keydown', { key: 'Enter' })
  expect(told).toEqual([3])
})

test('nothing is assumed without a mark: it stands in the empty field, named as assumed', async () => {
  const { wrapper, input, typed } = row('controller.latency', null, { assumed: 0.00123456 })
  expect(typed()).toBe('')
  expect(input.attributes('placeholder')!.replace(/[\u00a0\u202f]/g, ' ')).toBe('1.23 ms')
  const said = wrapper.get('.assumed')
  expect(said.text().replace(/[\u00a0\u202f]/g, ' ')).toBe('1.23 ms, assumed')
  expect(input.attributes('aria-describedby')).toContain(said.attributes('id'))
  await wrapper.setProps({ value: 0.002 })
  expect(wrapper.find('.assumed').exists()).toBe(false)
  expect(typed()).toBe('2 ms')
})

test('what was seen stands beside what is entered, with its error', () => {
  const { wrapper } = row('motion.speed', 35, { held: { value: 33.912, sigma: 0.312 } })
  expect(
    wrapper
      .get('[data-testid=held]')
      .text()
      .replace(/[\u00a0\u202f]/g, ' '),
  ).toBe('measured: 33.91 m/s ± 0.31 m/s')
})

test('what is tried is shown in place of what is entered', async () => {
  const { wrapper, typed } = row('subject.distance', 1, { shown: 1.2 })
  expect(typed()).toBe('1.2 m')
  expect(wrapper.classes()).toContain('previewed')
  await wrapper.setProps({ shown: undefined })
  expect(typed()).toBe('1 m')
  expect(wrapper.classes()).not.toContain('previewed')
})
