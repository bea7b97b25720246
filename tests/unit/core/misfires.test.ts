import { type MisfireDay, misfireBout } from '~~/core/season'

/** A stream of numbers from 0 to 1: nothing of the core's. */
function draws(seed: number): () => number {
  let state = (seed * 2654435761) >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state + 0.5) / 4294967296
  }
}
/** A log of so many days; each take of a day misfires with the chance of that day. */
function log(seed: number, days: number, chance: (day: number) => number): MisfireDay[] {
  const next = draws(seed)
  return Array.from({ length: days }, (_, i) => {
    const fired = 20 + Math.floor(next() * 80)
    const misfires = Array.from({ length: fired }, () => next() < chance(i)).filter(Boolean).length
    return { day: `2026-03-${String(i + 1).padStart(2, '0')}`, fired, misfires }
  })
}

test('where misfires come at random, hardly a log is told of', () => {
  const told = Array.from({ length: 400 }, (_, seed) => misfireBout(log(seed + 1, 14, () => 0.03)))
  const found = told.filter(bout => bout !== null)
  // One in a hundred by its own account; the chance of nine or more of 400 is 2 in 100.
  expect(found.length).toBeLessThanOrEqual(8)
  for (const bout of found) expect(bout.chance).toBeLessThanOrEqual(0.01)
})

test('an evening of misfires is found and named, a change for the worse and one for the better too', () => {
  const shares = { on: 0, since: 0, until: 0 }
  for (let seed = 1; seed <= 60; seed++) {
    const evening = misfireBout(log(seed, 12, day => (day === 5 ? 0.3 : 0.02)))
    if (evening?.when === 'on' && evening.from === '2026-03-06') shares.on++
    const worse = misfireBout(log(seed + 1000, 12, day => (day >= 7 ? 0.2 : 0.02)))
    if (worse?.when === 'since' && worse.from === '2026-03-08') shares.since++
    const better = misfireBout(log(seed + 2000, 12, day => (day < 4 ? 0.2 : 0.02)))
    if (better?.when === 'until' && better.to === '2026-03-04') shares.until++
  }
  expect(shares.on).toBeGreaterThanOrEqual(55)
  expect(shares.since).toBeGreaterThanOrEqual(45)
  expect(shares.until).toBeGreaterThanOrEqual(45)
})

test('counts are those of the days named and of the others; the order of days does not matter', () => {
  const days = log(3, 10, day => (day === 4 ? 0.4 : 0.01))
  const bout = misfireBout(days)!
  const [named] = days.filter(({ day }) => day === bout.from)
  expect([bout.fired, bout.misfires]).toEqual([named!.fired, named!.misfires])
  const all = (key: 'fired' | 'misfires'): number => days.reduce((sum, day) => sum + day[key], 0)
  expect([bout.fired + bout.others.fired, bout.misfires + bout.others.misfires]).toEqual([
    all('fired'),
    all('misfires'),
  ])
  expect(misfireBout([...days].reverse())).toEqual(bout)
})

test('too little says nothing, and days without misfires never stand out', () => {
  expect(misfireBout([])).toBeNull()
  expect(misfireBout(log(1, 2, day => (day === 0 ? 0.9 : 0)))).toBeNull()
  const once = [5, 0, 0, 0].map((misfires, i) => ({ day: `2026-03-0${i + 1}`, fired: 5, misfires }))
  expect(misfireBout(once)).toMatchObject({ when: 'on', from: '2026-03-01', misfires: 5, others: { misfires: 0 } })
  const few = once.map(day => ({ ...day, misfires: Math.min(3, day.misfires) }))
  expect(misfireBout(few)).toBeNull()
})
