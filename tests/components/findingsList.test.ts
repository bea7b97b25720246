/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import FindingsList from '~/components/plan/FindingsList.vue'
import { useSetupStore } from '~/stores/setup'
import { type Setup, newSetup, plan as planOf, withChanges } from '~~/core'

/** Lights so strong that the ball smears. */
const smeared: Setup = withChanges(newSetup('projectile'), [
  { path: 'flashes[0].power', value: 1 },
  { path: 'flashes[1].power', value: 1 },
])

function list(setup: Setup) {
  setActivePinia(createPinia())
  const store = useSetupStore()
  store.setup = setup
  const wrapper = mount(FindingsList, { attachTo: document.body, props: { plan: planOf(setup) } })
  const spoken = (text: string): string => text.replace(/[\u00a0\u202f]/g, ' ').replace(/\s+/g, ' ')
  return { store, wrapper, spoken }
}
afterEach(() => document.body.replaceChildren())

test('a finding says how grave it is, why, and what each fix costs elsewhere', () => {
  const { wrapper, spoken } = list(smeared)
  const blur = wrapper.get('[data-finding=blur]')
  expect(blur.attributes('data-severity')).toBe('error')
  expect(spoken(blur.get('h3').text())).toMatch(/^No-go [\d.]+ mm streak: the flash is too long at 1\/1$/)
  expect(spoken(blur.text())).toMatch(/moves [\d.]+ mm \(\d+ px\) at .* Your limit is [\d.]+ mm/)
  const fixes = blur.findAll('button').map(button => spoken(button.text()))
  // As much light less as power; and given back by ISO, with what the room gains by that.
  expect(fixes[0]).toMatch(/^Turn the flash down to 1\/64 \+0\.3flash −5\.7 EV · streak −\d+ mm$/)
  expect(fixes[1]).toMatch(
    /^Turn the flash down to 1\/64 \+0\.3 and set ISO 3200flash −2\.3 EV · room light \+3\.3 EV · streak/,
  )
})

test('a fix under the pointer or the focus is tried, and left alone again', async () => {
  const { store, wrapper } = list(smeared)
  const fix = wrapper.get('[data-finding=blur]').findAll('button')[0]!
  expect(store.preview).toBeNull()
  await fix.trigger('mouseenter')
  expect(store.preview!.flashes[0]!.power).toBeLessThan(1)
  expect(store.setup!.flashes[0]!.power).toBe(1)
  await fix.trigger('mouseleave')
  expect(store.preview).toBeNull()
  await fix.trigger('focus')
  expect(store.preview).not.toBeNull()
  await fix.trigger('blur')
  expect(store.preview).toBeNull()
})

test('pressed it is done, one step to undo, and gone with the list nothing is tried any more', async () => {
  const { store, wrapper } = list(smeared)
  const fix = wrapper.get('[data-finding=blur]').findAll('button')[0]!
  await fix.trigger('mouseenter')
  await fix.trigger('click')
  expect(store.preview).toBeNull()
  expect(store.setup!.flashes[0]!.power).toBeLessThan(1)
  await wrapper.setProps({ plan: planOf(store.setup!) })
  expect(wrapper.find('[data-finding=blur]').exists()).toBe(false)
  store.undo()
  expect(store.setup).toEqual(smeared)
  await wrapper.setProps({ plan: planOf(store.setup!) })
  await wrapper.get('[data-finding=blur]').findAll('button')[0]!.trigger('mouseenter')
  expect(store.preview).not.toBeNull()
  wrapper.unmount()
  expect(store.preview).toBeNull()
})

test('with nothing to mend that is said', () => {
  const whole = planOf(newSetup('projectile'))
  const { wrapper, spoken } = list(whole.setup)
  const shown = wrapper.findAll('article').map(one => one.attributes('data-finding'))
  expect(shown).toEqual(whole.findings.map(finding => finding.id))
  if (shown.length === 0) expect(spoken(wrapper.text())).toContain('No problems found')
})
