import { fresh, storage } from '../support/page'
import { oneSetup } from '../support/oneSetup'
import { newSetup } from '~~/core'

// The stores take what the page's build gives them from the global scope, which must be there first.
const { useSetupStore } = await import('~~/app/stores/setup')
const { useSessionStore } = await import('~~/app/stores/session')
const { useRunStore } = await import('~~/app/stores/run')

beforeEach(() => {
  fresh()
  storage.removeItem('epiro-draft-s')
})

describe('a viewer', () => {
  test('tries a change out, and nothing of it is kept or sent; a run is only followed', async () => {
    const { kept, asked } = oneSetup(newSetup('projectile'))
    useSessionStore().role = 'viewer'
    const store = useSetupStore()
    await store.open('s')
    const before = store.plan!.timing.wanted!
    store.change([{ path: 'motion.speed', value: 40 }])
    expect(store.plan!.timing.wanted).toBeLessThan(before)
    expect(store.saveState).toBe('tried')
    await new Promise(resolve => setTimeout(resolve, 700))
    expect(asked.map(a => a.method)).toEqual(['GET'])
    expect(kept.setup.motion.speed).toBe(34)
    expect(storage.getItem('epiro-draft-s')).toBeNull()
    const run = useRunStore()
    run.move({ step: 3 })
    expect(run.state.step).toBe(0)
  })
})
