import { fresh, until } from '../support/page'
import { dayServer, freshDay, utcDay, worked } from '../support/dayServer'
import { newSetup, plan } from '~~/core'
import { type DaySoFar, buildMinutes, changeMinutes, quickTakes } from '~~/core/day'

const { useDayStore } = await import('~~/app/stores/day')
const { useDayFollowStore } = await import('~~/app/stores/dayFollow')
const { useSessionStore } = await import('~~/app/stores/session')
const { dayEventQueue } = await import('~~/app/services/dayEvents')
const { forgetTime, heardTime } = await import('~~/app/services/studioClock')

/** The studio's clock at a minute of the day of the shoot. */
const clockAt = (minute: number): void => {
  forgetTime()
  heardTime(new Date(Date.UTC(2026, 11, 4) + minute * 60_000).toISOString())
}
const at = (minute: number): string => new Date(Date.UTC(2026, 11, 4) + minute * 60_000).toISOString()
const open: (() => void)[] = []

beforeEach(freshDay)
afterEach(async () => {
  for (const close of open.splice(0)) close()
  for (const { event } of await dayEventQueue.all('k')) await dayEventQueue.done(event.key)
  forgetTime()
})

/** The day of a shoot, open and followed from a minute on. */
async function followed(minute: number, server = dayServer(), day = utcDay()) {
  server.state.day ??= day
  clockAt(minute)
  await useSessionStore().load()
  const store = useDayStore()
  await store.open('h')
  await until(() => store.fresh)
  const follow = useDayFollowStore()
  await follow.open()
  open.push(() => follow.close())
  return { ...server, store, follow }
}
const lastFollowed = (): DaySoFar => worked.asked.filter(({ kind }) => kind === 'follow').at(-1)!.so!

test('a day is on from its start to its end, and where it was begun from well before to well after', async () => {
  for (const [minute, on] of [
    [539, false],
    [541, true],
    [1079, true],
    [1082, false],
  ] as const) {
    fresh()
    const { follow } = await followed(minute)
    expect([minute, follow.on]).toEqual([minute, on])
    expect(Math.abs(follow.clock - minute)).toBeLessThan(0.5)
    follow.close()
  }
  const begun = dayServer()
  begun.state.events = [{ id: 'v0', key: 'x', setupId: 'a', kind: 'built', at: at(500) }]
  for (const [minute, on] of [
    [299, false],
    [301, true],
    [1799, true],
    [1802, false],
  ] as const) {
    fresh()
    const { follow } = await followed(minute, begun)
    expect([minute, follow.on]).toEqual([minute, on])
    // A day that is over is looked at from its last sign.
    expect(Math.abs(follow.at - (minute > 1800 ? 500 : minute))).toBeLessThan(0.5)
    follow.close()
  }
})

test('what was noted and fired is of this day alone, in its minutes', async () => {
  const server = dayServer()
  server.state.events = [
    // The first minute that still is.
    { id: 'v3', key: 'w', setupId: 'a', kind: 'built', at: at(300) },
    { id: 'v0', key: 'x', setupId: 'a', kind: 'built', at: at(560) },
    { id: 'v1', key: 'y', setupId: 'a', kind: 'built', at: at(299) },
    { id: 'v2', key: 'z', setupId: 'a', kind: 'struck', at: at(1801) },
  ]
  server.state.takes = [
    { setupId: 'a', at: at(580), keeper: true },
    { setupId: 'a', at: at(-1000), keeper: true },
  ]
  const { follow } = await followed(600, server)
  expect(follow.history).toEqual({
    events: [
      { id: 'a', kind: 'built', at: 300 },
      { id: 'a', kind: 'built', at: 560 },
    ],
    takes: [{ id: 'a', at: 580, keeper: true }],
  })
  expect(follow.last).toMatchObject({ id: 'v2' })
  expect(follow.rows.map(({ id, stage, keepers }) => [id, stage, keepers])).toEqual([['a', 'firing', 1]])
})

test('a note is sent, keeps the times by which the day is followed, and is taken back', async () => {
  const { store, follow, state, asked } = await followed(600)
  const { sheet } = store.day
  expect(sheet).toEqual([])
  await follow.note('built', 'a')
  expect(store.day.sheet).toEqual(store.order!.rows.map(({ id, fires, ends }) => ({ id, fires, ends })))
  expect(state.events).toMatchObject([{ setupId: 'a', kind: 'built' }])
  expect(Math.abs(follow.minute(state.events[0]!.at) - 600)).toBeLessThan(0.5)
  expect(follow.queued).toEqual([])
  expect(follow.history.events).toHaveLength(1)
  await until(() => follow.followed !== null)
  expect(lastFollowed()).toMatchObject({ sheet: store.day.sheet, order: store.order!.rows.map(({ id }) => id) })
  await follow.takeBack()
  expect([state.events, follow.last]).toEqual([[], null])
  expect(asked.find(({ path }) => path.endsWith('/strike'))!.body).toEqual({ struck: true })
  await follow.takeBack()
  expect(follow.trouble).toBe('')
})

test('a day is followed anew with each minute that goes by, and looked at without one nothing happens', async () => {
  const { follow, store } = await followed(600)
  const times = (): number => worked.asked.filter(({ kind }) => kind === 'follow').length
  await until(() => follow.followed !== null)
  const before = times()
  clockAt(602)
  await follow.open()
  await until(() => times() === before + 1)
  expect(Math.abs(lastFollowed().now - 602)).toBeLessThan(0.5)
  store.close()
  await follow.open()
  expect([follow.trouble, follow.last]).toEqual(['', null])
})

test('what the studio’s minutes have come to since is taken with each look', async () => {
  const { store, follow, state } = await followed(600)
  const before = store.input.setups[0]!.build
  state.studio = { ...state.studio, learnt: { build: [2] } }
  await follow.note('built', 'a')
  expect(store.studio.learnt).toEqual({ build: [2] })
  expect(store.input.setups[0]!.build).toBeGreaterThan(before)
})

test('without a network a note waits on this device, counts once, and is sent when there is one', async () => {
  const { follow, state } = await followed(600)
  state.down = true
  await follow.note('built', 'a')
  expect(follow.queued.map(({ setupId, event }) => [setupId, event.kind])).toEqual([['a', 'built']])
  expect(follow.history.events.map(({ id, kind }) => [id, kind])).toEqual([['a', 'built']])
  state.down = false
  await follow.note('tested', 'a')
  expect(state.events.map(({ kind }) => kind)).toEqual(['built', 'tested'])
  expect(follow.queued).toEqual([])
  expect(follow.history.events).toHaveLength(2)
  // What the server would not have is said and does not wait.
  state.refuse = 422
  await follow.note('done', 'a')
  expect(follow.trouble).toContain('says 422')
  expect([follow.queued, state.events.length]).toEqual([[], 2])
})

test('work that is over tells its minutes beside those of the rule', async () => {
  const server = dayServer()
  const { follow, state, store } = await followed(600, server)
  const { start } = store.input
  const noted = async (kind: 'built' | 'tested' | 'done' | 'struck', id: string, minute: number) => {
    clockAt(minute)
    await follow.note(kind, id)
    return state.events.at(-1) as never as { planned: number | null; minutes: number | null }
  }
  const [a, b] = [newSetup('projectile'), newSetup('pour')]
  const built = await noted('built', 'a', 601)
  expect(built.planned).toBe(buildMinutes(a))
  expect(Math.abs(built.minutes! - (601 - start))).toBeLessThan(0.6)
  const tested = await noted('tested', 'a', 612)
  expect(Math.abs(tested.minutes! - 11)).toBeLessThan(0.6)
  expect(tested.planned).toBeGreaterThan(0)
  // The next is changed to from the one before it.
  state.takes = [{ setupId: 'a', at: at(620), keeper: true }]
  await noted('done', 'a', 630)
  const next = await noted('built', 'b', 661)
  expect(next.planned).toBe(changeMinutes(a, b))
  expect(Math.abs(next.minutes! - 31)).toBeLessThan(0.6)
  // One that nobody knows tells nothing.
  const unknown = await noted('built', 'gone', 670)
  expect([unknown.planned, unknown.minutes]).toEqual([null, null])
})

test('of the set-up on the stage so many takes are left as its keepers are short of', async () => {
  const server = dayServer()
  server.state.events = [{ id: 'v0', key: 'x', setupId: 'a', kind: 'tested', at: at(570) }]
  server.state.takes = [{ setupId: 'a', at: at(580), keeper: false }]
  const setup = newSetup('projectile')
  const { keeper } = plan(setup)
  const { follow } = await followed(600, server)
  await until(() => follow.followed !== null)
  expect(lastFollowed().takes).toEqual(quickTakes(keeper, setup.goal.keepers))
  fresh()
  server.state.takes = [{ setupId: 'a', at: at(580), keeper: true }]
  const { follow: later } = await followed(600, server)
  await until(() => later.followed !== null)
  expect(lastFollowed().takes).toEqual(quickTakes({ ...keeper, chance: keeper.later }, setup.goal.keepers - 1))
  fresh()
  server.state.takes = Array.from({ length: setup.goal.keepers }, (_, i) => ({
    setupId: 'a',
    at: at(580 + i),
    keeper: true,
  }))
  const { follow: full } = await followed(600, server)
  await until(() => full.followed !== null)
  expect(lastFollowed().takes).toEqual([])
})

test('what is read of a day that was left meanwhile is not taken for the one at hand', async () => {
  const server = dayServer()
  const { follow, store } = await followed(600, server)
  const answer = globalThis.fetch
  const waiting: (() => void)[] = []
  globalThis.fetch = (async (path: string, init: RequestInit) => {
    const found = await answer(path, init)
    if (path.endsWith('/log')) await new Promise<void>(resolve => waiting.push(resolve))
    return found
  }) as typeof fetch
  server.state.events = [{ id: 'v0', key: 'x', setupId: 'a', kind: 'built', at: at(560) }]
  const read = follow.open()
  await until(() => waiting.length > 0)
  store.close()
  waiting.splice(0).forEach(go => go())
  await read
  globalThis.fetch = answer
  expect([follow.last, follow.history.events]).toEqual([null, []])
})

test('somebody who only looks notes nothing; a day that is not on is not followed, nor one that was left', async () => {
  const { follow, state } = await followed(600)
  useSessionStore().role = 'viewer'
  await follow.note('built', 'a')
  expect([state.events, follow.queued]).toEqual([[], []])
  await until(() => follow.followed !== null)
  follow.close()
  expect([follow.followed, follow.history]).toEqual([null, { events: [], takes: [] }])
  fresh()
  const { follow: early } = await followed(200)
  await new Promise(resolve => setTimeout(resolve, 300))
  expect(early.followed).toBeNull()
})
