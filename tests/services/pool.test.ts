import { OF_SCRIPTS, openPool } from '~~/server/database/pool'

const here = process.env.DATABASE_URL!

test('a query ends with the patience of who asks: a route’s, or a script’s that waits for a lock', async () => {
  const hurried = openPool(here, { heartbeat: 1200, longest: 1500 })
  const patient = openPool(here, OF_SCRIPTS)
  try {
    await expect(hurried.query('select sleep(30) as slept, 7001 as mark')).rejects.toThrow('The query took too long')
    // It is ended there too, not only here.
    const running = async (): Promise<number> => {
      const [rows] = await patient.query(
        `select count(*) as n from information_schema.processlist
         where info like '%7001 as mark%' and id <> connection_id()`,
      )
      return Number((rows as { n: number }[])[0]!.n)
    }
    for (let i = 0; i < 20 && (await running()) > 0; i++) await new Promise(done => setTimeout(done, 100))
    expect(await running()).toBe(0)
    const [rows] = await patient.query('select sleep(4) as slept')
    expect(rows).toEqual([{ slept: 0 }])
  } finally {
    await hurried.end()
    await patient.end()
  }
})
