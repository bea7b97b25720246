import { randomUUID } from 'node:crypto'
import { newSetup } from '../../core'
import { openDatabase } from '../../server/database/client'
import { takes } from '../../server/database/schema'
import { logPage, logStats } from '../../server/services/log'
import { createSetup } from '../../server/services/setups'
import { createShoot } from '../../server/services/shoots'
import { createStudio } from '../../server/services/studios'
import { quantile } from './quantiles'

const TAKES = 100_000
const BATCH = 2000

/** Pages of the log at 100,000 takes, on a database of its own: DATABASE_URL=… npx tsx scripts/bench/log.ts */
async function main(): Promise<void> {
  const db = openDatabase(process.env.DATABASE_URL ?? '')
  const studioId = await createStudio(db, 'Bench')
  const shoot = await createShoot(db, studioId, { name: 'Bench', date: '2026-11-24', place: '', notes: '' })
  const made = await Promise.all(
    (['projectile', 'pour', 'drop', 'balloon'] as const).map(recipe =>
      createSetup(db, studioId, shoot.id, newSetup(recipe)),
    ),
  )
  for (let from = 0; from < TAKES; from += BATCH) {
    await db.insert(takes).values(
      Array.from({ length: BATCH }, (_, i) => {
        const n = from + i
        return {
          id: randomUUID(),
          studioId,
          setupId: made[n % made.length]!.id,
          key: `bench-${n}`,
          number: n + 1,
          delay: 0.01 + (n % 977) / 1e5,
          verdict: (['early', 'on', 'late'] as const)[n % 3]!,
          keeper: n % 7 === 0,
          position: null,
          note: '',
          planned: null,
          sharp: null,
          exposed: null,
          clean: null,
          firedAt: new Date(Date.UTC(2026, 0, 1) + n * 60_000),
        }
      }),
    )
  }
  const time = async (name: string, run: () => Promise<unknown>, times = 20): Promise<void> => {
    const spent: number[] = []
    for (let i = 0; i < times; i++) {
      const started = performance.now()
      await run()
      spent.push(performance.now() - started)
    }
    console.log(
      `  ${name.padEnd(30)} median ${quantile(spent, 0.5).toFixed(1)} ms, longest ${quantile(spent, 1).toFixed(1)} ms`,
    )
  }
  console.log(`Log at ${TAKES} takes`)
  const query = { order: 'newest', limit: 50 } as const
  await time('first page', () => logPage(db, studioId, query))
  let after = (await logPage(db, studioId, { ...query, limit: 1000 })).next!
  for (let i = 0; i < 60; i++) after = (await logPage(db, studioId, { ...query, limit: 1000, after })).next ?? after
  await time('a page 60,000 takes down', () => logPage(db, studioId, { ...query, after }))
  await time('by delay', () => logPage(db, studioId, { ...query, order: 'shortest' }))
  await time('one recipe, keepers', () => logPage(db, studioId, { ...query, recipe: 'drop', keepers: true }))
  await time('search that finds nothing', () => logPage(db, studioId, { ...query, text: 'nothing like it' }), 5)
  await time('counts of everything', () => logStats(db, studioId, query), 5)
  await db.$client.end()
}

main().catch((error: unknown) => {
  console.error(error)
  process.exit(1)
})
