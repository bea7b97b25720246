import { fresh, serve } from '../support/page'
import { newSetup, sourceOf } from '~~/core'

const { useKeptShareStore } = await import('~~/app/stores/keptShare')

const record = { all: { share: 0.634, takes: 400 }, byRecipe: { pour: { share: 0.41, takes: 120 } }, worthy: true }
const pour = newSetup('pour')
beforeEach(() => fresh())

test('a new set-up begins with what the studio keeps of that recipe, and says what it rests on', async () => {
  serve(() => ({ body: { ...record, used: true } }))
  const store = useKeptShareStore()
  // Before it is known, the usual share stands.
  expect(store.begun(pour)).toBe(pour)
  await Promise.all([store.needed(), store.needed()])
  const begun = store.begun(pour)
  expect(begun.goal.kept).toBe(0.41)
  expect(sourceOf(begun, 'goal.kept')).toMatchObject({ from: 'measured', how: 'this studio’s log, 120 on-time takes' })
  expect(store.begun(newSetup('balloon')).goal.kept).toBe(0.63)
})

test('switched off, or of too few takes, nothing is taken over', async () => {
  const asked = serve(({ method, body }) => ({ body: { ...record, used: method === 'PUT' ? body.used : true } }))
  const store = useKeptShareStore()
  await store.needed()
  await store.use(false)
  expect(asked.at(-1)).toMatchObject({ method: 'PUT', path: '/api/kept-share', body: { used: false } })
  expect(store.begun(pour)).toBe(pour)
  serve(() => ({ body: { ...record, worthy: false, used: true } }))
  await store.load()
  expect(store.begun(pour)).toBe(pour)
})
