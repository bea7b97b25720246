import { RECIPES, type Setup, dialOf, newSetup, plan, soundDistance, withChange } from '~~/core'
import {
  MINUTE_RULES,
  type DayChoice,
  type DayItem,
  type DayPlanInput,
  NEW_CHOICE,
  RULES,
  buildMinutes,
  changeMinutes,
  dayInputOf,
  groundOf,
  walked,
  daySetupOf,
  newShootDay,
  planDay,
  quickTakes,
  strikeMinutes,
  takeMinutes,
  takePace,
  testMinutes,
  timeLeft,
  kindOfWork,
  ruledMinutes,
  type OwnRules,
  type StudioMinutes,
} from '~~/core/day'
import { darkStretches, minuteOf, sunStretches } from '~~/shared/day/sun'
import { type Planned, callsOf, dayCalendar, dayCsv, madeAhead, packingOfDay, propsOfDay } from '~~/shared/day/sheet'
import { toTell } from '~~/shared/day/tell'
import { dayPlanFile } from '~~/shared/day/planFile'
import { dayFromFile } from '~~/shared/schemas/day'
import { checkShootDay } from '~~/shared/schemas/shootDay'
import { existsSync } from 'node:fs'
import { solarHeight } from '../../support/solar'

describe('minutes by the rules', () => {
  test('what stands on a stage takes longer the more of it there is', () => {
    const cracker = newSetup('projectile')
    // Camera 8, background 10, two bare heads 4 each and one more unit 3, beam 12, launcher 20, backstop 15, cables.
    expect(buildMinutes(cracker)).toBeGreaterThanOrEqual(8 + 10 + 4 + 3 + 4 + 12 + 20 + 15)
    expect(buildMinutes(withChange(cracker, { path: 'flashes[0].head', value: 'softbox' }))).toBe(
      buildMinutes(cracker) + 5,
    )
    expect(buildMinutes(withChange(cracker, { path: 'flashes[0].supply', value: 'mains' }))).toBe(
      buildMinutes(cracker) + 3,
    )
    expect([strikeMinutes(8), strikeMinutes(60)]).toEqual([3, 15])
    expect(testMinutes(cracker)).toBe(4 + 5 + 6 + 6 + 5)
    expect(testMinutes(withChange(cracker, { path: 'tests.focus.outcome', value: 'as-predicted' }))).toBe(20)
  })
  test('a take lasts as long as reset or recycle, whichever is longer, and what else it needs', () => {
    const cracker = newSetup('projectile')
    expect(takeMinutes(cracker)).toBeCloseTo(3 + 0.5 + 0.5 + 0.5 + 1, 6)
    const slow = withChange(withChange(newSetup('toss'), { path: 'flashes[0].power', value: 1 }), {
      path: 'flashes[0].recycleTime',
      value: 120,
    })
    expect(takeMinutes(slow)).toBeCloseTo(2 + 1, 6)
    const filled = withChange(newSetup('balloon'), { path: 'subject.filling', value: 'powder' })
    expect(
      takeMinutes(filled) - takeMinutes(withChange(filled, { path: 'subject.filling', value: 'air' })),
    ).toBeCloseTo(5.5, 6)
  })
  test('to change into the same costs nothing, into more costs what is new', () => {
    for (const recipe of RECIPES)
      expect([recipe, changeMinutes(newSetup(recipe), newSetup(recipe))]).toEqual([recipe, 0])
    const cracker = newSetup('projectile')
    const moved = withChange(cracker, { path: 'flashes[0].distance', value: 1 })
    expect(changeMinutes(cracker, moved)).toBe(3)
    expect(changeMinutes(cracker, withChange(cracker, { path: 'lens.focalLength', value: 0.05 }))).toBe(4)
    expect(changeMinutes(newSetup('toss'), cracker)).toBeGreaterThan(35)
  })
  test('what is wet, dusty or breaks is left behind, and minded by what it would spoil', () => {
    expect(daySetupOf(newSetup('pour'), 'p', [5]).leaves).toEqual(['wet', 'glass'])
    expect(daySetupOf(newSetup('powder'), 'p', [5]).leaves).toEqual(['powder'])
    expect(daySetupOf(newSetup('drop'), 'd', [5]).minds).toContain('powder')
    expect(daySetupOf(newSetup('projectile'), 'c', [5])).toMatchObject({ loud: true, value: 'wanted' })
  })
})

const items = (): DayItem[] =>
  (['projectile', 'pour', 'powder'] as const).map((recipe, i) => ({
    id: `id-${i}`,
    setup: newSetup(recipe),
    takes: [4, 6, 9],
  }))

test('a day stands with nothing filled in: load-in before it, packing after it, within the hire', () => {
  const day = newShootDay()
  const input = dayInputOf(day, items(), { date: '2026-12-04' })
  expect([input.start, input.end]).toEqual([day.start + 53, day.end - 40])
  const made = planDay(input)
  expect(made.rows).toHaveLength(3)
  expect(made.exact).toBe(true)
  const without = dayInputOf({ ...day, setups: { 'id-1': { ...NEW_CHOICE, leftOut: true } } }, items(), {
    date: '2026-12-04',
  })
  expect(without.setups.map(({ id }) => id)).toEqual(['id-0', 'id-2'])
  const typed = dayInputOf({ ...day, setups: { 'id-0': { ...NEW_CHOICE, build: 99, needs: ['nobody'] } } }, items(), {
    date: '2026-12-04',
  })
  // Minutes that were typed stand, whatever a change from another would take; who is not of the day is not waited for.
  expect(typed.setups[0]).toMatchObject({ build: 99, needs: [] })
  expect(typed.change['id-1']?.['id-0']).toBeUndefined()
  expect(typed.change['id-1']?.['id-2']).toBeGreaterThan(0)
})

test('an open shutter waits for dusk where the room cannot be dark, a fast one does not', () => {
  const dark = [[960, 2000] as const]
  const [open, , sync] = dayInputOf(newShootDay(), items(), { date: '2026-12-04', dark }).setups
  expect(open!.windows).toEqual([[960, 2000]])
  expect(sync!.windows).toEqual([])
})

test('takes that are only about right have the mean that chances give', () => {
  const takes = quickTakes({ stop: null, chance: 0.25, later: 0.5 }, 3)
  const mean = takes.reduce((sum, n) => sum + n, 0) / takes.length
  expect(Math.abs(mean - (1 / 0.25 + 2 / 0.5))).toBeLessThan(1.2)
  expect(Math.min(...takes)).toBeGreaterThanOrEqual(3)
  expect(quickTakes({ stop: null, chance: 0, later: 0.5 }, 3)).toEqual([])
})

test('what a set-up still needs goes by how its takes followed one another, pauses left out', () => {
  const setup = newSetup('projectile')
  const minute = 60_000
  expect(takePace(setup, [0, 3 * minute])).toBe(takeMinutes(setup))
  expect(
    takePace(
      setup,
      [0, 3, 6, 40, 43, 46].map(n => n * minute),
    ),
  ).toBe(3)
  const left = timeLeft({ keeper: 0.5, keeperLater: 0.5 }, 2, 3)!
  expect(left.half).toBeGreaterThanOrEqual(6)
  expect(left.nine).toBeGreaterThan(left.half)
  expect(timeLeft({ keeper: 0.5, keeperLater: 0.5 }, 0, 3)).toBeNull()
})

describe('the sun', () => {
  test.each([
    ['Vienna', 'Europe/Vienna', 48.2082, 16.3738, '2026-12-04'],
    ['Reykjavik', 'Atlantic/Reykjavik', 64.1466, -21.9426, '2026-03-20'],
    ['Sydney', 'Australia/Sydney', -33.8688, 151.2093, '2026-06-21'],
    ['Quito', 'America/Guayaquil', -0.1807, -78.4678, '2026-09-22'],
    ['Oslo', 'Europe/Oslo', 59.9139, 10.7522, '2026-05-01'],
    ['Tokyo', 'Asia/Tokyo', 35.6762, 139.6503, '2026-01-15'],
    ['Ushuaia', 'America/Argentina/Ushuaia', -54.8019, -68.303, '2026-07-10'],
    ['Honolulu', 'Pacific/Honolulu', 21.3069, -157.8583, '2026-10-31'],
    ['Nairobi', 'Africa/Nairobi', -1.2921, 36.8219, '2026-02-14'],
    ['Anchorage', 'America/Anchorage', 61.2181, -149.9003, '2026-11-08'],
  ])('in %s it is dark while the sun is 6° under the horizon', (_, zone, latitude, longitude, date) => {
    const stretches = darkStretches(date, zone, latitude, longitude)
    expect(stretches.length).toBe(2)
    const midnight = [...Array(49).keys()]
      .map(hour => new Date(Date.parse(`${date}T00:00:00Z`) + (hour - 24) * 3_600_000))
      .find(at => Math.abs(minuteOf(at, date, zone)) < 30)!
    const heightAt = (minute: number): number =>
      solarHeight(
        new Date(midnight.getTime() + (minute - minuteOf(midnight, date, zone)) * 60_000),
        latitude,
        longitude,
      )
    // A minute, to which stretches are rounded, is a quarter of a degree at most.
    expect(Math.abs(heightAt(stretches[0]![1]) + 6)).toBeLessThan(0.25)
    expect(Math.abs(heightAt(stretches[1]![0]) + 6)).toBeLessThan(0.25)
    expect(heightAt(stretches[1]![0] + 30)).toBeLessThan(-6)
  })
  test('the sun stands where it is wanted as long as a second account has it there, and no longer', () => {
    const [latitude, longitude, zone] = [51.48, 0, 'Europe/London']
    const south = { latitude, longitude }
    // Due south it stands at local noon, here some minutes past one by summer time.
    const [noon] = sunStretches('2026-06-21', zone, south, { from: 179, to: 181, above: 0 })
    expect((noon![0] + noon![1]) / 2).toBeGreaterThan(13 * 60)
    expect((noon![0] + noon![1]) / 2).toBeLessThan(13 * 60 + 5)
    // East comes before west, and a stretch through north is one.
    const [east] = sunStretches('2026-06-21', zone, south, { from: 60, to: 120, above: 0 })
    const [west] = sunStretches('2026-06-21', zone, south, { from: 240, to: 300, above: 0 })
    expect(east![1]).toBeLessThan(noon![0])
    expect(west![0]).toBeGreaterThan(noon![1])
    expect(sunStretches('2026-06-21', zone, south, { from: 300, to: 60, above: 30 })).toEqual([])
    const [high] = sunStretches('2026-06-21', zone, south, { from: 0, to: 360, above: 45 })
    const heightAt = (minute: number): number =>
      solarHeight(new Date(Date.UTC(2026, 5, 21, 0, minute - 60)), latitude, longitude)
    for (const end of high!) expect(Math.abs(heightAt(end) - 45)).toBeLessThan(0.2)
    expect(heightAt(high![0] - 3)).toBeLessThan(45)
    expect(heightAt(high![1] + 3)).toBeLessThan(45)
    expect(sunStretches('2026-12-21', zone, south, { from: 0, to: 360, above: 45 })).toEqual([])
  })
  test('what needs a light that never comes is fired never, not at any time', () => {
    const open = newSetup('projectile')
    const items = [{ id: 'a', setup: open, takes: [4] }]
    const at = (dark: [number, number][] | null, sunned?: Record<string, [number, number][]>) =>
      dayInputOf(newShootDay(), items, { date: '2026-06-21', dark, ...(sunned ? { sunned } : {}) })
    expect(open.method).toBe('open-shutter')
    expect(planDay(at(null)).rows).toHaveLength(1)
    const never = planDay(at([]))
    expect([never.rows.length, never.dropped]).toEqual([0, [{ id: 'a', reason: 'window' }]])
    expect(planDay(at(null, { a: [] })).rows).toHaveLength(0)
    const [row] = planDay(at(null, { a: [[14 * 60, 17 * 60]] })).rows
    expect(row!.fires).toBeGreaterThanOrEqual(14 * 60)
    expect(row!.ends).toBeLessThanOrEqual(17 * 60)
  })
  test('where it never sinks so far there is no dark, and where it never rises it is always', () => {
    expect(darkStretches('2026-06-21', 'Europe/Helsinki', 66, 25)).toEqual([])
    expect(darkStretches('2026-12-21', 'Europe/Oslo', 85, 15)).toEqual([[0, 47 * 60 + 59]])
  })
  test('an instant is a minute of the day at its place, summer time and all', () => {
    expect(minuteOf(new Date('2026-07-01T10:00:00Z'), '2026-07-01', 'Europe/Vienna')).toBe(720)
    expect(minuteOf(new Date('2026-12-01T23:30:00Z'), '2026-12-01', 'Europe/Vienna')).toBe(1470)
  })
})

const plannedDay = (): Planned => {
  const day = {
    ...newShootDay(),
    people: [{ id: 'ana', name: 'Ana, =1+1', hours: [[600, 1000] as const] }],
    setups: { 'id-2': { ...NEW_CHOICE, needs: ['ana'] } },
  }
  const input = dayInputOf(day, items(), { date: '2026-12-04', days: 200 })
  return {
    shoot: { name: 'Friday', date: '2026-12-04', place: 'Stage 1' },
    day,
    input,
    plan: planDay(input),
    setups: new Map(items().map(item => [item.id, item.setup])),
  }
}

test('the call sheet: who is called before what they are in, gear counted once', () => {
  const planned = plannedDay()
  const [call] = callsOf(planned)
  const row = planned.plan.rows.find(({ id }) => id === 'id-2')!
  expect(call!.from).toBe(Math.max(540, row.tested - 15))
  expect(call!.setups).toEqual([newSetup('powder').name])
  const camera = packingOfDay(planned).find(({ kind }) => kind === 'camera')!
  expect(camera.count).toBe(1)
})

test('the day as a calendar, a table and a plan', () => {
  const planned = plannedDay()
  const calendar = dayCalendar(planned)
  expect(calendar.match(/BEGIN:VEVENT/g)).toHaveLength(2)
  expect(calendar).toContain('DTSTART:20261204T090000')
  expect(calendar).toContain('SUMMARY:Friday')
  const lines = dayCsv(planned).trim().split('\r\n')
  expect(lines).toHaveLength(4)
  expect(lines[1]).toMatch(/^".*","\d\d:\d\d",/)
  const file = dayPlanFile(planned.plan) as { rows: { fires: string }[]; played: { days: number } }
  expect(file.rows.every(({ fires }) => /^\d\d:\d\d$/.test(fires))).toBe(true)
  expect(file.played.days).toBe(200)
})

describe('files of a day', () => {
  const file = {
    format: 'epiro-day',
    version: 1,
    date: '2026-12-04',
    setups: [{ id: 'crown', build: 35, test: 10, take: 2.5, takes: { values: [9, 12, 17] }, most: { takes: 15 } }],
  }
  test('what is left out is as the contract has it', () => {
    const read = dayFromFile(file)
    if (!('value' in read)) throw new Error(JSON.stringify(read.mistakes))
    expect(read.value).toMatchObject({ start: 540, end: 1440, days: 2000, seed: 1, breaks: [], quiet: [], people: [] })
    // Mean of 9, 12 and 15 times 2.5, rounded up.
    expect(read.value.setups[0]).toMatchObject({ fire: 30, value: 'wanted', strike: 0, loud: false, windows: [] })
  })
  test('a set-up that lies in it gives the minutes, and what is given stands', () => {
    const read = dayFromFile({
      ...file,
      setups: [
        { id: 'a', setup: newSetup('projectile'), test: 7 },
        { id: 'b', setup: newSetup('pour') },
      ],
    })
    if (!('value' in read)) throw new Error(JSON.stringify(read.mistakes))
    expect(read.value.setups[0]).toMatchObject({ build: buildMinutes(newSetup('projectile')), test: 7 })
    expect(read.value.change).toEqual({
      a: { b: changeMinutes(newSetup('projectile'), newSetup('pour')) },
      b: { a: changeMinutes(newSetup('pour'), newSetup('projectile')) },
    })
  })
  test.each([
    [{ format: 'other' }, /format/],
    [{ date: '2026-13-01' }, /date/],
    [{ start: '9:00' }, /start/],
    [{ start: '12:00', end: '11:00' }, /end/],
    [{ setups: [{ id: 'a', fire: 1.5 }] }, /whole/],
    [{ setups: [{ id: 'a' }] }, /fire/],
    [{ setups: [{ id: 'a', fire: 5, needs: ['x'] }] }, /Nobody/],
    [{ setups: [{ id: 'a', fire: 5, after: ['x'] }] }, /No set-up/],
    [
      {
        setups: [
          { id: 'a', fire: 5 },
          { id: 'a', fire: 5 },
        ],
      },
      /Two set-ups/,
    ],
    [{ change: { nowhere: { crown: 5 } } }, /nowhere/],
    [{ setups: [{ id: 'a', fire: 5, windows: [['10:00', '09:00']] }] }, /after the first/],
    [{ sets: [] }, /Unknown field/],
    [{ setups: Array.from({ length: 31 }, (_, i) => ({ id: `s${i}`, fire: 5 })) }, /30/],
  ])('%j is told by field and reason', (change, reason) => {
    const read = dayFromFile({ ...file, ...change })
    if (!('mistakes' in read)) throw new Error('It was taken')
    expect(read.mistakes.map(m => `${m.field}: ${m.reason}`).join('\n')).toMatch(reason)
  })
  test('a day that is kept is held to its shape', () => {
    expect(checkShootDay(newShootDay())).toEqual({ value: newShootDay() })
    expect('mistakes' in checkShootDay({ ...newShootDay(), start: 1100 })).toBe(true)
    expect('mistakes' in checkShootDay({ ...newShootDay(), setups: { a: { value: 'must' } } })).toBe(true)
    expect('mistakes' in checkShootDay({ ...newShootDay(), people: [{ id: 'a', name: '', hours: [] }] })).toBe(true)
  })
})

test('set-ups that share an item of kit share its stock, and what is there is not bought again', () => {
  const sharing = (name: string, stock: number): Setup => {
    const setup = newSetup('balloon')
    return { ...setup, name, kit: { ...setup.kit, consumable: 'confetti' }, goal: { ...setup.goal, stock } }
  }
  const setups = [
    { id: 'a', setup: sharing('First', 6), takes: [5, 5] },
    { id: 'b', setup: sharing('Second', 9), takes: [7, 7] },
    { id: 'c', setup: { ...newSetup('pour'), name: 'Third' }, takes: [3, 3] },
  ]
  const day = { ...newShootDay(), start: 480, end: 1440 }
  const input = dayInputOf(day, setups, { date: '2026-12-04', days: 200 })
  expect(input.stock).toMatchObject({ confetti: 9 })
  const planned = {
    shoot: { name: '', date: '2026-12-04', place: '' },
    day,
    input,
    plan: planDay(input),
    setups: new Map(setups.map(({ id, setup }) => [id, setup])),
  }
  const props = propsOfDay(planned)
  const confetti = props.find(one => one.setups.length === 2)!
  expect([...confetti.setups].sort()).toEqual(['First', 'Second'])
  expect(confetti).toMatchObject({ need: 12, stock: 9, get: 3 })
  expect(props.find(one => one.setups[0] === 'Third')).toMatchObject({ need: 3 })
})

test('sign-in says of its picture what the plan of that picture says, and every recipe has one', () => {
  const made = plan(newSetup('balloon'))
  expect(soundDistance(made.setup)).toBeCloseTo(0.11, 3)
  expect(dialOf(made)!.used).toBeCloseTo(0.0005, 6)
  expect(1 / made.pulses[0]!.t01).toBeCloseTo(32_000, -3)
  for (const recipe of RECIPES) expect(existsSync(`public/recipes/${recipe}.avif`)).toBe(true)
})

test('who is called at another time than on the printed sheet has to be told, and nobody else', () => {
  const day = {
    ...newShootDay(),
    people: ['ana', 'bo', 'cy'].map(id => ({ id, name: id, hours: [] })),
    sheet: [
      { id: 'a', fires: 600, ends: 630 },
      { id: 'b', fires: 700, ends: 730 },
      { id: 'c', fires: 800, ends: 830 },
    ],
    printedAt: '2026-12-04T08:00:00Z',
  }
  const needs = { a: ['ana'], b: ['bo'], c: ['cy'] }
  const input = { setups: Object.entries(needs).map(([id, who]) => ({ id, needs: who })) }
  const later = {
    rows: [
      { id: 'a', fires: 604 },
      { id: 'b', fires: 725 },
    ],
  }
  expect(toTell({ day, input, plan: later })).toEqual([
    { name: 'bo', was: 700, now: 725 },
    { name: 'cy', was: 800, now: null },
  ])
  expect(toTell({ day: { ...day, printedAt: '' }, input, plan: later })).toEqual([])
})

describe('people and props that do not last', () => {
  const ana = { id: 'ana', name: 'Ana', role: 'performer', hours: [], most: null as number | null }
  const both = { ...NEW_CHOICE, needs: ['ana'], build: 10, test: 0, strike: 0 }
  const thrown = newSetup('throw')
  const splash = { id: 'splash', setup: { ...thrown, subject: { ...thrown.subject, person: true } }, takes: [3] }
  const swing = { id: 'swing', setup: newSetup('swing'), takes: [10] }
  const inputOf = (setups: Record<string, DayChoice>, items = [splash, swing], most: number | null = null) =>
    dayInputOf({ ...newShootDay(), breaks: [], people: [{ ...ana, most }], setups }, items, {
      date: '2026-12-04',
      days: 200,
    })
  const walk = (input: DayPlanInput, order: number[]) => walked(groundOf(input), order).rows
  const together = { splash: both, swing: both }

  test('who was drenched dries off before a dry picture, while it is built, and nobody else waits for it', () => {
    const [wet, dry] = walk(inputOf(together), [0, 1])
    expect(dry!.cleaned).toContain('wet:ana')
    expect(dry!.built - wet!.ends).toBeGreaterThanOrEqual(40)
    expect(walk(inputOf(together), [1, 0])[1]!.cleaned).not.toContain('wet:ana')
    const [before, after] = walk(inputOf({ splash: both, swing: { ...both, needs: [] } }), [0, 1])
    expect(after!.cleaned).not.toContain('wet:ana')
    expect(after!.built - before!.ends).toBeLessThan(40)
    // A second splash minds nothing: she is wet already.
    const twice = inputOf({ splash: both, again: both }, [splash, { ...splash, id: 'again' }])
    expect(walk(twice, [0, 1])[1]!.cleaned).not.toContain('wet:ana')
  })
  test('the best order lets the dry picture come first', () => {
    expect(planDay(inputOf(together)).rows.map(({ id }) => id)).toEqual(['swing', 'splash'])
  })
  test('more takes than one person can do in a day is said, with how many it would be', () => {
    const tired = (most: number | null) =>
      planDay(inputOf(together, [splash, swing], most)).contradictions.filter(({ id }) => id === 'person-tired')
    const mends = [{ change: 'takes', of: 'ana', to: 13 }]
    expect(tired(12)).toEqual([{ id: 'person-tired', setups: ['splash', 'swing'], people: ['ana'], mends }])
    expect(tired(13)).toEqual([])
    expect(tired(null)).toEqual([])
  })
  test('a prop that keeps for less than it is fired is made in lots; else late enough, and early enough', () => {
    const plannedOf = (keeps: number | null): Planned => {
      const day = { ...newShootDay(), breaks: [], setups: { swing: { ...both, needs: [], ahead: 20, keeps } } }
      const input = dayInputOf(day, [swing], { date: '2026-12-04', days: 200 })
      const setups = new Map([['swing', swing.setup]])
      return { shoot: { name: '', date: '2026-12-04', place: '' }, day, input, plan: planDay(input), setups }
    }
    const offOf = ({ plan: made }: Planned) => made.contradictions.find(({ id }) => id === 'prop-gone-off')
    const short = plannedOf(5)
    const done = short.plan.played.rows[0]!.done!.p90
    const lots = Math.ceil((done - short.plan.rows[0]!.fires) / 5)
    expect(lots).toBeGreaterThan(1)
    expect(offOf(short)!.mends).toEqual([{ change: 'batches', of: 'swing', to: lots }])
    expect(madeAhead(short)[0]!.earliest).toBeNull()
    const kept = plannedOf(90)
    expect(offOf(kept)).toBeUndefined()
    const [made] = madeAhead(kept)
    expect(made!.begin).toBe(Math.floor(kept.plan.rows[0]!.fires - 20))
    // Begun so soon it is good to the last take on nine days in ten, and no sooner would do.
    expect(made!.earliest! + 20 + 90).toBe(Math.ceil(done))
    expect(made!.earliest!).toBeLessThanOrEqual(made!.begin)
    expect(madeAhead(plannedOf(null))[0]!.earliest).toBeNull()
  })
  test('a day kept by an earlier version has them, and says nothing of them', () => {
    const { role: _role, most: _most, ...old } = ana
    const { ahead: _ahead, keeps: _keeps, sun: _sun, ...choice } = both
    const checked = checkShootDay({ ...newShootDay(), people: [old], setups: { swing: choice } })
    expect(checked).toMatchObject({ value: { people: [{ role: '', most: null }], setups: { swing: both } } })
    expect(checkShootDay({ ...newShootDay(), people: [{ ...ana, most: 0.5 }] })).toHaveProperty('mistakes')
  })
})

describe('a studio’s own minutes', () => {
  test('what was timed draws the rule towards it, the more the oftener; other kinds are left alone', () => {
    const rule = (timed: number[]) => ruledMinutes({ build: timed }, 'build', 30)
    expect(rule([])).toEqual({ thumb: 30, minutes: 30, of: 0, typed: false })
    expect(rule([1.5]).minutes).toBeGreaterThan(30)
    expect(rule([1.5, 1.5, 1.5]).minutes).toBeGreaterThan(rule([1.5]).minutes)
    expect(rule([1.5, 1.5, 1.5]).minutes).toBeLessThan(45)
    expect(ruledMinutes({ build: [2, 2] }, 'test', 20).of).toBe(0)
    expect(ruledMinutes({ 'take:pour': [0.5] }, 'take:pour', 4).minutes).toBeLessThan(4)
  })
  test('rules a studio typed stand in the place of the rules of thumb, in everything a day is made of', () => {
    const items = [
      { id: 'a', setup: newSetup('pour'), takes: [4] },
      { id: 'b', setup: newSetup('balloon'), takes: [4] },
    ]
    const at = (own: OwnRules) => dayInputOf(newShootDay(), items, { date: '2026-12-04', studio: { own, learnt: {} } })
    const before = at({})
    // Every rule that binds these two moves the minute of the day that it is in, by as much as it was moved.
    const lights = items[0]!.setup.flashes.filter(({ head }) => head === items[0]!.setup.flashes[0]!.head).length
    const head = `light.${items[0]!.setup.flashes[0]!.head}` as const
    expect(at({ [head]: RULES[head] + 7 }).setups[0]!.build).toBe(before.setups[0]!.build + 7 * lights)
    expect(at({ 'build.rig': 0 }).setups[0]!.build).toBe(before.setups[0]!.build - 12)
    expect(at({ 'check.black': 9 }).setups[0]!.test).toBe(before.setups[0]!.test + 5)
    // In the dark a crew rests five minutes after every forty-five of firing: each take is a ninth longer by it.
    expect(at({ 'take.call': 2 }).setups[0]!.take).toBeCloseTo(before.setups[0]!.take! + 1.5 * (10 / 9), 1)
    expect(at({ 'pause.dark': 0 }).setups[0]!.take).toBeCloseTo(takeMinutes(items[0]!.setup), 6)
    expect(at({ 'day.packing': 60 }).end).toBe(before.end - 20)
    expect(at({ 'day.power': 10 }).start).toBe(before.start - 20)
    expect(at({ 'clean.wet': 3 }).clean.wet).toEqual([3, 15])
    expect(at({ 'moved.camera': 16, 'moved.lens': 14 }).change.a!.b).toBeGreaterThanOrEqual(before.change.a!.b!)
    for (const rule of MINUTE_RULES) expect(RULES[rule]).toBeGreaterThanOrEqual(0)
  })
  test('a client who looks at every take costs a minute of each, and rests; what was typed stands', () => {
    const items = [{ id: 'a', setup: newSetup('pour'), takes: [4] }]
    const take = (client: boolean, own: number | null = null) =>
      dayInputOf({ ...newShootDay(), client, setups: { a: { ...NEW_CHOICE, take: own } } }, items, {
        date: '2026-12-04',
      }).setups[0]!.take!
    expect(take(true) - take(false)).toBeCloseTo(10 / 9, 1)
    expect([take(true, 3), take(false, 3)]).toEqual([3, 3])
    // A lit set-up rests ten minutes after every ninety: as much.
    const lit = { ...newSetup('pour'), method: 'sync-shutter' as const }
    const of = (setup: Setup) => dayInputOf(newShootDay(), [{ id: 'a', setup, takes: [4] }], { date: '2026-12-04' })
    expect(of(lit).setups[0]!.take!).toBeCloseTo(takeMinutes(lit) * (10 / 9), 1)
  })
  test('what was timed was timed against the rule of thumb: a rule typed later counts no timing twice', () => {
    const timed = { build: Array.from({ length: 40 }, () => 1.5) }
    const [thumb, typed] = [ruledMinutes(timed, 'build', 30), ruledMinutes(timed, 'build', 30, 45)]
    expect(thumb.minutes).toBeGreaterThan(43)
    expect(typed.minutes).toBeGreaterThan(thumb.minutes)
    // Forty builds of 45 min, and somebody who says 45.
    expect(typed.minutes).toBeCloseTo(45, 5)
    expect(typed).toMatchObject({ thumb: 30, typed: true, of: 40 })
    expect(ruledMinutes({}, 'build', 30, 12)).toEqual({ thumb: 30, minutes: 12, of: 0, typed: true })
  })
  test('a day is planned with them, and typed minutes stand', () => {
    const items = [{ id: 'a', setup: newSetup('pour'), takes: [4] }]
    const at = (learnt: StudioMinutes, own: number | null = null) =>
      dayInputOf({ ...newShootDay(), setups: { a: { ...NEW_CHOICE, build: own } } }, items, {
        date: '2026-12-04',
        studio: { own: {}, learnt },
      }).setups[0]!
    const slow = { build: Array.from({ length: 20 }, () => 1.4) }
    expect(at(slow).build / at({}).build).toBeGreaterThan(1.3)
    expect(at(slow).test).toBe(at({}).test)
    expect(at(slow, 17).build).toBe(17)
    expect(at({ 'take:pour': [2, 2, 2, 2] }).take!).toBeGreaterThan(at({}).take! * 1.5)
  })
  test('each kind of note ends its own work', () => {
    expect(['built', 'tested', 'struck', 'fault', 'armed'].map(kind => kindOfWork(kind as 'built', 'pour'))).toEqual([
      'build',
      'test',
      'strike',
      null,
      null,
    ])
    expect(kindOfWork('done', 'pour')).toBe('take:pour')
    expect(kindOfWork('done', null)).toBeNull()
  })
})
