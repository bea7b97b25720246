/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import BesideRehearsal from '~/components/takes/BesideRehearsal.vue'
import LikeGear from '~/components/kit/LikeGear.vue'

type Fetched = { method: string; path: string; body: unknown }
/** A server of one function; gives what it was asked. */
function serving(answer: (asked: Fetched) => unknown): Fetched[] {
  const asked: Fetched[] = []
  globalThis.fetch = ((path: string, init: { method: string; body?: string }) => {
    const question = { method: init.method, path, body: init.body ? (JSON.parse(init.body) as unknown) : null }
    asked.push(question)
    const text = JSON.stringify(answer(question))
    const headers = { get: () => null }
    return Promise.resolve({
      ok: true,
      status: 200,
      headers,
      text: async () => text,
      json: async () => JSON.parse(text) as unknown,
    })
  }) as unknown as typeof fetch
  return asked
}
/** Parts of the application's libraries, as plain as they can be. */
const global = {
  stubs: {
    NuxtLink: { template: '<a><slot /></a>' },
    UFormField: { template: '<label><slot /></label>' },
    UInput: {
      props: ['modelValue', 'size'],
      emits: ['update:modelValue'],
      template: `<input :value="modelValue" @input="$emit('update:modelValue', $event.target.value)">`,
    },
    UButton: { props: ['label', 'type'], template: '<button :type="type ?? \'button\'">{{ label }}</button>' },
  },
}
const spoken = (text: string): string => text.replace(/\s+/g, ' ').trim()
beforeEach(() => setActivePinia(createPinia()))
afterEach(() => document.body.replaceChildren())

describe('takes beside the rehearsal', () => {
  const take = (verdict: string, keeper = false) => ({ verdict, keeper })
  const rehearsal = (...takes: object[]) => ({ setupId: 'r', createdAt: '2026-11-29T20:00:00.000Z', takes })

  test('stand in the order they were fired, the evening’s under the rehearsal’s', async () => {
    serving(() => [rehearsal(take('early'), take('on'), take('on', true))])
    // The store has the newest first.
    const takes = [take('on', true), take('late'), take('misfire')] as never[]
    const wrapper = mount(BesideRehearsal, { attachTo: document.body, global, props: { setupId: 's', takes } })
    await flushPromises()
    const rows = wrapper.findAll('ol').map(row => row.findAll('li .sr-only').map(one => one.text()))
    expect(rows).toEqual([
      ['Early', 'On time', 'Keeper'],
      ['Misfire', 'Late', 'Keeper'],
    ])
    expect(wrapper.text()).toContain('Rehearsal, 29 Nov')
    expect(spoken(wrapper.get('[data-testid=rehearsal-text]').text())).toBe(
      'Rehearsed: first keeper at take 3, 1 in 3. Here: first keeper at take 3, 1 in 3. ' +
        'The moment was found as quickly.',
    )
  })

  test('a set-up never rehearsed shows nothing, not even those of the one before', async () => {
    serving(({ path }) => (path.includes('/old/') ? [rehearsal(take('on', true))] : []))
    const props = { setupId: 'old', takes: [] }
    const wrapper = mount(BesideRehearsal, { attachTo: document.body, global, props })
    await flushPromises()
    expect(wrapper.find('section').exists()).toBe(true)
    await wrapper.setProps({ setupId: 'new' })
    expect(wrapper.find('section').exists()).toBe(false)
    await flushPromises()
    expect(wrapper.find('section').exists()).toBe(false)
  })
})

describe('older set-ups that look as if one piece of gear was used', () => {
  const group = { kind: 'launcher', setups: [1, 2, 3, 4, 5, 6, 7, 8].map(n => ({ id: `s${n}`, name: `Cracker ${n}` })) }

  test('are asked about once: a name goes to all of them, and the question is gone', async () => {
    let named = false
    const asked = serving(({ method }) => {
      if (method === 'POST') named = true
      return method === 'POST' ? { id: 'k' } : named ? [] : [group]
    })
    const wrapper = mount(LikeGear, { attachTo: document.body, global })
    await flushPromises()
    expect(spoken(wrapper.text())).toContain('8 older set-ups look as if they shared one launcher. Did they?')
    expect(spoken(wrapper.text())).toContain('and 2 more')
    await wrapper.get('input').setValue('  Old spring ')
    await wrapper.get('form').trigger('submit')
    await flushPromises()
    const ids = group.setups.map(({ id }) => id)
    expect(asked[1]).toMatchObject({ method: 'POST', body: { kind: 'launcher', setups: ids, name: 'Old spring' } })
    expect(wrapper.find('section').exists()).toBe(false)
    expect(wrapper.emitted('named')).toHaveLength(1)
  })

  test('“Not the same” names nothing', async () => {
    const asked = serving(({ method }) => (method === 'POST' ? { id: null } : [group]))
    const wrapper = mount(LikeGear, { attachTo: document.body, global })
    await flushPromises()
    await wrapper
      .findAll('button')
      .find(button => button.text() === 'Not the same')!
      .trigger('click')
    await flushPromises()
    expect(asked[1]).toMatchObject({ method: 'POST', body: { name: null } })
    expect(wrapper.emitted('named')).toBeUndefined()
  })
})
