import { RECIPES, type Setup, dialOf, newSetup, plan, soundDistance, withChange } from '~~/core'
import {
  ARRIVAL,
  type DayItem,
  NEW_CHOICE,
  PACKING,
  buildMinutes,
  changeMinutes,
  dayInputOf,
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
  type StudioMinutes,
} from '~~/core/day'
import { darkStretches, minuteOf } from '~~/shared/day/sun'
import { type Planned, callsOf, dayCalendar, dayCsv, packingOfDay, propsOfDay } from '~~/shared/day/sheet'
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
  expect([input.start, input.end]).toEqual([day.start + ARRIVAL, day.end - PACKING])
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
  const camera = packingOfDay(planned).find(({ name }) => /^Camera/.test(name))!
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

describe('a studio’s own minutes', () => {
  test('what was timed draws the rule towards it, the more the oftener; other kinds are left alone', () => {
    const rule = (timed: number[]) => ruledMinutes({ build: timed }, 'build', 30)
    expect(rule([])).toEqual({ rule: 30, minutes: 30, of: 0 })
    expect(rule([1.5]).minutes).toBeGreaterThan(30)
    expect(rule([1.5, 1.5, 1.5]).minutes).toBeGreaterThan(rule([1.5]).minutes)
    expect(rule([1.5, 1.5, 1.5]).minutes).toBeLessThan(45)
    expect(ruledMinutes({ build: [2, 2] }, 'test', 20).of).toBe(0)
    expect(ruledMinutes({ 'take:pour': [0.5] }, 'take:pour', 4).minutes).toBeLessThan(4)
  })
  test('a day is planned with them, and typed minutes stand', () => {
    const items = [{ id: 'a', setup: newSetup('pour'), takes: [4] }]
    const at = (learnt: StudioMinutes, own: number | null = null) =>
      dayInputOf({ ...newShootDay(), setups: { a: { ...NEW_CHOICE, build: own } } }, items, {
        date: '2026-12-04',
        learnt,
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
