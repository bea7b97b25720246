/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { type Setup, playedSessions, newSetup, withChange } from '~~/core'
import { until } from '../support/page'

/** A worker that plays, or breaks where it is told to. */
let breaks = false
class Playing {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: (() => void) | null = null
  postMessage({ id, asked }: { id: number; asked: { setup: Setup } }): void {
    queueMicrotask(() =>
      breaks ? this.onerror?.() : this.onmessage?.({ data: { id, given: playedSessions(asked.setup, { plays: 20 }) } }),
    )
  }
  terminate(): void {}
}
Object.assign(globalThis, { Worker: Playing })
const { useHowMany } = await import('~~/app/composables/useHowMany')

test('a play that breaks leaves no figure and says so; the next one that does not has its own', async () => {
  const setup = shallowRef(newSetup('projectile'))
  const scope = effectScope()
  const { many, stale, trouble } = scope.run(() => useHowMany(() => setup.value))!
  expect([many.value, stale.value, trouble.value]).toEqual([null, true, ''])
  await until(() => many.value !== null)
  expect([many.value, stale.value]).toEqual([playedSessions(newSetup('projectile'), { plays: 20 }), false])
  breaks = true
  setup.value = withChange(setup.value, { path: 'goal.keepers', value: 5 })
  await until(() => trouble.value !== '')
  expect([many.value, stale.value, trouble.value]).toEqual([null, true, 'The takes could not be simulated.'])
  breaks = false
  setup.value = withChange(setup.value, { path: 'goal.keepers', value: 6 })
  await until(() => many.value !== null)
  expect([many.value, trouble.value, stale.value]).toEqual([playedSessions(setup.value, { plays: 20 }), '', false])
  scope.stop()
})
