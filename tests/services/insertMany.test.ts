import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import fc from 'fast-check'
import { newSetup } from '~~/core'
import { CAUSES } from '~~/core/season'
import { insertMany } from '~~/server/database/insertMany'
import { takes } from '~~/server/database/schema'
import { VERDICTS } from '~~/shared/takes/input'
import { aTake, makeSetup, studio } from './support'

let own: Awaited<ReturnType<typeof studio>>
let setupId: string
beforeAll(async () => {
  own = await studio()
  setupId = await makeSetup(own.db, own.studioId, own.shootId, { ...newSetup('pour'), name: 'Iced coffee' })
})

type Row = typeof takes.$inferInsert
const judged = fc.constantFrom(true, false, null)
/** Texts that a statement could be broken by, among any others. */
const words = fc.oneof(
  fc.string({ unit: 'grapheme', maxLength: 40 }),
  fc.constantFrom("it's ? and :id", '\\', "\\' or 1 = 1 -- ", '`takes`', '\0\n\r\x1a"', '%_', '😀 ½'),
)
const values = fc.record({
  delay: fc.double({ min: -10, max: 10_000, noNaN: true }).map(delay => delay + 0),
  verdict: fc.constantFrom(...VERDICTS),
  keeper: fc.boolean(),
  position: fc.constantFrom(null, 0, -0.25, 1e-7),
  sharp: judged,
  note: words,
  cause: fc.constantFrom(null, ...CAUSES),
  variant: fc.constantFrom(null, 'thin'),
  said: fc.constantFrom(null, { chance: 0.4, delay: null, error: 1e-4, takes: null }),
  settings: fc.oneof(
    fc.constant(null),
    words.map(text => ({ 'subject.name': text })),
  ),
  firedAt: fc.date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true }),
})

test('rows put in at once read as those put in by Drizzle, whatever they hold', async () => {
  const { db, studioId } = own
  let number = 0
  await fc.assert(
    fc.asyncProperty(fc.array(values, { minLength: 1, maxLength: 12 }), async several => {
      const rows = several.map(value => {
        const { settings: _, ...bare } = aTake()
        const row = { ...bare, ...value, id: randomUUID(), studioId, setupId }
        return { ...row, key: randomUUID(), number: ++number } as Row
      })
      const read = async (): Promise<unknown[]> => {
        const found = await db.select().from(takes).where(eq(takes.setupId, setupId)).orderBy(takes.number)
        await db.delete(takes).where(eq(takes.setupId, setupId))
        return found.map(({ createdAt: _, ...row }) => row)
      }
      await db.insert(takes).values(rows)
      const wanted = await read()
      await insertMany(db, takes, rows)
      expect(await read()).toEqual(wanted)
      expect(wanted).toHaveLength(rows.length)
    }),
    { numRuns: 40 },
  )
})

test('of no rows nothing is put in', async () => {
  await insertMany(own.db, takes, [])
  expect(await own.db.$count(takes, eq(takes.setupId, setupId))).toBe(0)
})

test('rows that differ in what they name are refused, and none is put in', async () => {
  const { db, studioId } = own
  const row = (more: object): Row => {
    const { settings: _, cause: __, ...bare } = aTake()
    return { ...bare, id: randomUUID(), key: randomUUID(), studioId, setupId, firedAt: new Date(), ...more } as Row
  }
  for (const rows of [
    [row({ number: 1 }), row({ number: 2, cause: CAUSES[0] })],
    [row({ number: 1, cause: CAUSES[0] }), row({ number: 2 })],
  ])
    await expect(insertMany(db, takes, rows)).rejects.toThrow('Rows differ in what they name: cause')
  expect(await db.$count(takes, eq(takes.setupId, setupId))).toBe(0)
})
