/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { mount } from '@vue/test-utils'
import TabList from '~/components/ui/TabList.vue'

const TABS = [
  { id: 'plan', label: 'Findings', count: 2 },
  { id: 'figures', label: 'Figures', count: 0 },
  { id: 'takes', label: 'Takes' },
]

test('one tab is a stop; arrows go round, Home and End to the ends, and the focus goes along', async () => {
  const wrapper = mount(TabList, {
    attachTo: document.body,
    props: {
      'tabs': TABS,
      'label': 'Parts',
      'panel': 'side',
      'modelValue': 'plan',
      'onUpdate:modelValue': (modelValue: string) => wrapper.setProps({ modelValue }),
    },
  })
  const tabs = wrapper.findAll('[role=tab]')
  expect(tabs.map(tab => tab.text())).toEqual(['Findings2', 'Figures', 'Takes'])
  expect(wrapper.attributes()).toMatchObject({ 'role': 'tablist', 'aria-label': 'Parts' })
  const chosen = (): string[] =>
    tabs.filter(tab => tab.attributes('aria-selected') === 'true').map(tab => tab.attributes('id')!)
  expect(tabs.every(tab => tab.attributes('aria-controls') === 'side')).toBe(true)
  for (const [key, to] of [
    ['ArrowLeft', 'takes'],
    ['ArrowRight', 'plan'],
    ['ArrowRight', 'figures'],
    ['x', 'figures'],
    ['End', 'takes'],
    ['Home', 'plan'],
  ] as const) {
    await wrapper.trigger('keydown', { key })
    expect(chosen()).toEqual([`tab-${to}`])
    expect(tabs.map(tab => tab.attributes('tabindex'))).toEqual(TABS.map(({ id }) => (id === to ? '0' : '-1')))
    if (key !== 'x') expect(document.activeElement?.id).toBe(`tab-${to}`)
  }
  await tabs[1]!.trigger('click')
  expect(chosen()).toEqual(['tab-figures'])
})
