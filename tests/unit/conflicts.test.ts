import { isConflict, withoutConflict } from '~~/server/database/conflicts'

const undone = () => Object.assign(new Error('Deadlock found'), { errno: 1213 })
const wrapped = () => Object.assign(new Error('Failed query'), { cause: undone() })

test('what was undone for the sake of another is done again, and its result given', async () => {
  let tries = 0
  const result = await withoutConflict(async () => {
    tries++
    if (tries < 4) throw tries % 2 ? undone() : wrapped()
    return `kept at ${tries}`
  })
  expect(result).toBe('kept at 4')
})

test('after fifteen tries it is for whoever asked', async () => {
  let tries = 0
  const failing = withoutConflict(async () => {
    tries++
    throw wrapped()
  })
  await expect(failing).rejects.toThrow('Failed query')
  expect(tries).toBe(15)
}, 15_000)

test.each([
  ['a key that is there already', Object.assign(new Error(), { errno: 1062 })],
  // Only the statement was undone: to begin again would do the rest twice.
  ['a lock that was not given in time', Object.assign(new Error(), { errno: 1205 })],
  ['no error of the database', new Error('Bad')],
])('%s is not tried again', async (_, error) => {
  let tries = 0
  await expect(
    withoutConflict(async () => {
      tries++
      throw error
    }),
  ).rejects.toBe(error)
  expect(tries).toBe(1)
})

test('an error that is its own cause is no endless chain', () => {
  const loop: { cause?: unknown } = {}
  loop.cause = loop
  expect(isConflict(loop)).toBe(false)
  expect(isConflict(wrapped())).toBe(true)
})
