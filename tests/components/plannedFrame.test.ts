/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { mount } from '@vue/test-utils'
import PlannedFrame from '~/components/shoots/PlannedFrame.vue'

test('a set-up’s own frame stands over its recipe’s picture once it is there, and anew when it changes', async () => {
  const global = { stubs: { UiRecipePicture: { props: ['recipe'], template: '<i>{{ recipe }}</i>' } } }
  const props = { setup: { id: 'a', revision: 3, recipe: 'drop' as const } }
  const wrapper = mount(PlannedFrame, { attachTo: document.body, global, props })
  const frame = () => wrapper.get('img')
  const hidden = (): boolean => frame().element.parentElement!.classList.contains('opacity-0')
  expect(wrapper.get('i').text()).toBe('drop')
  expect(frame().attributes('src')).toBe('/api/setups/a/frame?revision=3')
  expect(hidden()).toBe(true)
  await frame().trigger('load')
  expect(hidden()).toBe(false)
  await wrapper.setProps({ setup: { ...props.setup, revision: 4 } })
  expect(frame().attributes('src')).toBe('/api/setups/a/frame?revision=4')
  expect(hidden()).toBe(true)
  await frame().trigger('load')
  expect(hidden()).toBe(false)
})
