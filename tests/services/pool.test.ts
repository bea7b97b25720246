import { OF_SCRIPTS, openPool } from '~~/server/database/pool'

const here = process.env.DATABASE_URL!

test('a query ends with the patience of who asks: a route’s, or a script’s that waits for a lock', async () => {
  const hurried = openPool(here, { heartbeat: 1200, longest: 1500 })
  const patient = openPool(here, OF_SCRIPTS)
  try {
    await expect(hurried.query('select sleep(4) as slept')).rejects.toThrow('The database does not answer')
    const [rows] = await patient.query('select sleep(4) as slept')
    expect(rows).toEqual([{ slept: 0 }])
  } finally {
    await hurried.end()
    await patient.end()
  }
})
