import { cookies } from '../support/nuxtStandIn'
import { fresh } from '../support/page'

const shown = { dataset: {} as Record<string, string> }
Object.assign(globalThis, { document: { documentElement: shown } })
// The stores take what the page's build gives them from the global scope, which must be there first.
const { usePreferencesStore } = await import('~~/app/stores/preferences')

beforeEach(fresh)

test('the dark of a run leaves the look from before it, however often it is entered', () => {
  const store = usePreferencesStore()
  store.enterDark()
  store.enterDark()
  expect(store.look).toBe('safelight')
  store.leaveDark()
  expect(store.look).toBe('work')
  store.look = 'safelight'
  store.leaveDark()
  expect(store.look).toBe('safelight')
})

test('how a new reader is shown things, kept for a year on every page, and the look at once', async () => {
  const store = usePreferencesStore()
  expect([store.look, store.panel, store.system, store.shootsAs, store.autoLog]).toEqual([
    'work',
    'know',
    'metric',
    'board',
    false,
  ])
  expect([...cookies.keys()]).toEqual([
    'epiro-look',
    'epiro-panel',
    'epiro-units',
    'epiro-shoots',
    'epiro-auto-log',
    'epiro-look-before',
  ])
  for (const { options } of cookies.values())
    expect(options).toMatchObject({ maxAge: 31_536_000, sameSite: 'strict', path: '/' })
  expect(shown.dataset.look).toBe('work')
  store.look = 'safelight'
  await nextTick()
  expect([shown.dataset.look, cookies.get('epiro-look')!.value.value]).toEqual(['safelight', 'safelight'])
})
