import { newKitItem, newSetup } from '~~/core'
import { findQuerySchema } from '~~/shared/schemas/find'
import { check } from '~~/shared/schemas/validate'
import { findIn } from '~~/server/services/find'
import { archiveKitItem, createKit } from '~~/server/services/kit'
import { archiveSetup } from '~~/server/services/setups'
import { fire, makeSetup, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
beforeAll(async () => {
  own = await studio()
})
afterAll(() => own.end())
const found = async (text: string, from = own) =>
  (await findIn(from.db, from.studioId, text)).map(({ kind, name }) => `${kind}: ${name}`)

test('every word of a name, in any order; what begins with the text first; nothing archived or of others', async () => {
  const make = (name: string) => makeSetup(own.db, own.studioId, own.shootId, { ...newSetup('balloon'), name })
  await make('Red balloon, confetti')
  await make('Confetti cannon')
  const gone = await make('Confetti that was archived')
  await archiveSetup(own.db, own.studioId, gone)
  expect(await found('confetti')).toEqual(['setup: Confetti cannon', 'setup: Red balloon, confetti'])
  expect(await found('balloon red')).toEqual(['setup: Red balloon, confetti'])
  // What a pattern would read as a wildcard is a character here.
  expect(await found('%')).toEqual([])
  expect(await found('_')).toEqual([])
  const other = await studio()
  expect(await found('confetti', other)).toEqual([])
  await other.end()
})

test('kit by name, and takes by their notes, struck ones and those of the bench left out', async () => {
  const { ids } = await createKit(own.db, own.studioId, [
    newKitItem('lens', 'Macro lens'),
    newKitItem('lens', 'Old macro lens'),
  ])
  await archiveKitItem(own.db, own.studioId, ids[1]!, true)
  expect(await found('macro')).toEqual(['kit: Macro lens'])
  const setupId = await makeSetup(own.db, own.studioId, own.shootId, newSetup('projectile'))
  await fire(own.db, own.studioId, setupId, { note: 'cracker split in three' })
  await fire(own.db, own.studioId, setupId, { note: 'nothing to see' })
  const [take] = await findIn(own.db, own.studioId, 'split in')
  expect(take).toMatchObject({ kind: 'take', id: setupId, name: 'cracker split in three' })
  expect(take!.of).toMatch(/^take 1 of /)
  expect(await found('sp')).toEqual([])
})

test('what is asked is checked', () => {
  for (const text of ['', '   ', 'x'.repeat(121)]) expect(check(findQuerySchema, { text })).toHaveProperty('mistakes')
  expect(check(findQuerySchema, { text: 'beam' })).toHaveProperty('value')
})
