/** @jest-environment ./tests/support/pageEnvironment.mjs */
import { effectScope, nextTick, ref } from 'vue'
import { useInPieces } from '~/composables/useInPieces'
import { until } from '../support/page'

let waiting: (() => void)[] = []
const idle = (): void => waiting.splice(0).forEach(what => what())
beforeEach(() => {
  waiting = []
  Object.assign(globalThis, {
    requestIdleCallback: (what: () => void) => waiting.push(what),
    cancelIdleCallback: (at: number) => waiting.splice(at - 1, 1),
  })
})

test('what is seen first comes at once, the rest one by one while nothing else goes on', async () => {
  const count = ref(0)
  const scope = effectScope()
  const drawn = scope.run(() => useInPieces(() => count.value, 3))!
  expect([drawn.value, waiting.length]).toEqual([3, 0])
  count.value = 5
  await nextTick()
  expect([drawn.value, waiting.length]).toEqual([3, 1])
  idle()
  expect([drawn.value, waiting.length]).toEqual([4, 1])
  idle()
  expect([drawn.value, waiting.length]).toEqual([5, 0])
  // More of them later come the same way; fewer need nothing.
  count.value = 6
  await nextTick()
  idle()
  expect(drawn.value).toBe(6)
  count.value = 2
  await nextTick()
  expect(waiting).toHaveLength(0)
  count.value = 9
  await nextTick()
  expect(waiting).toHaveLength(1)
  scope.stop()
  expect(waiting).toHaveLength(0)
})

test('a browser without idle time takes the next turn', async () => {
  Object.assign(globalThis, { requestIdleCallback: undefined })
  const drawn = effectScope().run(() => useInPieces(() => 3, 1))!
  await until(() => drawn.value > 2)
  await nextTick()
  expect(drawn.value).toBe(3)
})
