import { logDays } from '~~/app/utils/logDays'
import { gearDate, gearDay, gearToday } from '~~/shared/gear/days'
import { dayBoundsIn, dayIn, isZone, placeOfZone, sameDays, zoneMinutes, zoneShifts } from '~~/shared/units/zone'

/** Zones whose clocks do odd things, and some of all others; each where tests are thorough. */
const ODD = ['Africa/Cairo', 'Africa/Casablanca', 'America/Asuncion', 'America/Nuuk', 'America/St_Johns', 'Asia/Beirut']
  .concat([
    'Antarctica/Casey',
    'Antarctica/Troll',
    'Asia/Tehran',
    'Australia/Lord_Howe',
    'Pacific/Apia',
    'Europe/Berlin',
  ])
  .concat(['Asia/Kathmandu', 'Asia/Pyongyang', 'America/Caracas'])
const ALL = Intl.supportedValuesOf('timeZone').filter(
  (zone, i) => process.env.EPIRO_THOROUGH || ODD.includes(zone) || i % 20 === 0,
)
const HOUR = 3_600_000

/** The day of an instant as the platform writes it: an account of its own. */
const formats = new Map<string, Intl.DateTimeFormat>()
function written(zone: string, ms: number): string {
  let format = formats.get(zone)
  if (!format) formats.set(zone, (format = new Intl.DateTimeFormat('en-CA', { timeZone: zone, dateStyle: 'short' })))
  return format.format(ms)
}
const dayAfter = (day: string, days = 1): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 24 * HOUR).toISOString().slice(0, 10)

test('a day of any zone is the one its clocks show, to the minute of every change of them', () => {
  for (const zone of ALL) {
    const changes = zoneShifts(zone).slice(1)
    for (const { from, minutes } of changes) {
      expect([zone, zoneMinutes(zone, new Date(from)), zoneMinutes(zone, new Date(from - 60_000)) === minutes]).toEqual(
        [zone, minutes, false],
      )
      // Seconds are no part of what a zone is ahead by.
      expect([zone, zoneMinutes(zone, new Date(from + 59_999))]).toEqual([zone, minutes])
      for (const ms of [from - 1, from, from + HOUR])
        expect([zone, dayIn(zone, new Date(ms))]).toEqual([zone, written(zone, ms)])
    }
    for (let ms = Date.UTC(2013, 0, 3, 1); ms < Date.UTC(2032, 0, 1); ms += 977 * HOUR)
      expect([zone, dayIn(zone, new Date(ms))]).toEqual([zone, written(zone, ms)])
  }
})

test('days join without a gap, each from its first instant on, and are as long as their clocks make them', () => {
  const long = new Set<number>()
  for (const zone of ALL) {
    const days = zoneShifts(zone)
      .slice(1)
      .flatMap(({ from }) => [-1, 0, 1].map(by => dayAfter(dayIn(zone, new Date(from)), by)))
    for (const day of [...days, '2026-11-24', '2028-02-29']) {
      const [from, to] = dayBoundsIn(zone, day)
      expect([zone, day, dayIn(zone, from), dayIn(zone, new Date(to.getTime() - 1))]).toEqual([zone, day, day, day])
      expect([zone, day, dayIn(zone, new Date(from.getTime() - 1))]).toEqual([zone, day, dayAfter(day, -1)])
      expect(dayBoundsIn(zone, dayAfter(day))[0]).toEqual(to)
      long.add((to.getTime() - from.getTime()) / HOUR)
    }
  }
  expect([...long].every(hours => hours >= 21 && hours <= 27)).toBe(true)
  expect([23, 24, 25].every(hours => long.has(hours))).toBe(true)
})

test('days known by heart', () => {
  const at = (zone: string, day: string): string[] =>
    dayBoundsIn(zone, day).map(edge => edge.toISOString().slice(0, 16))
  expect(at('UTC', '2026-11-24')).toEqual(['2026-11-24T00:00', '2026-11-25T00:00'])
  expect(at('America/New_York', '2026-11-24')).toEqual(['2026-11-24T05:00', '2026-11-25T05:00'])
  expect(at('Asia/Kolkata', '2026-11-24')).toEqual(['2026-11-23T18:30', '2026-11-24T18:30'])
  expect(at('Pacific/Auckland', '2026-11-24')).toEqual(['2026-11-23T11:00', '2026-11-24T11:00'])
  // Clocks go forward in the night to 29 March, and back in that to 25 October.
  expect(at('Europe/Berlin', '2026-03-29')).toEqual(['2026-03-28T23:00', '2026-03-29T22:00'])
  expect(at('Europe/Berlin', '2026-10-25')).toEqual(['2026-10-24T22:00', '2026-10-25T23:00'])
  // Midnight itself is left out: the day begins at one.
  expect(at('Africa/Cairo', '2026-04-24')).toEqual(['2026-04-23T22:00', '2026-04-24T21:00'])
})

test('a zone is told from what is none, and called after its place', () => {
  for (const zone of ['UTC', 'Europe/Lisbon', 'America/Argentina/Buenos_Aires'])
    expect([zone, isZone(zone)]).toEqual([zone, true])
  for (const zone of ['', 'Lisbon', 'Europe/Nowhere', 7, null, undefined])
    expect([zone, isZone(zone)]).toEqual([zone, false])
  expect(placeOfZone('America/Argentina/Buenos_Aires')).toBe('Buenos Aires')
  expect(placeOfZone('UTC')).toBe('UTC')
})

test('days of the log are called by their place only where they are not those of here', () => {
  expect(sameDays('Europe/Berlin', 'Europe/Paris')).toBe(true)
  expect(sameDays('UTC', 'Africa/Abidjan')).toBe(true)
  // Alike in winter alone.
  expect(sameDays('UTC', 'Europe/London')).toBe(false)
  expect(sameDays('Europe/London', 'UTC')).toBe(false)
  expect(logDays('Europe/Berlin', 'Europe/Paris')).toEqual({
    from: 'From',
    to: 'To',
    byDay: 'By day (filled: keepers)',
  })
  expect(logDays('America/New_York', 'Europe/Paris')).toEqual({
    from: 'From (New York day)',
    to: 'To (New York day)',
    byDay: 'By New York day (filled: keepers)',
  })
})

test('gear goes from five in the morning to five, by the clocks of the studio', () => {
  const date = (zone: string, at: string): string => gearDate(gearDay(zone, new Date(at)))
  expect(date('UTC', '2026-11-24T04:59:59Z')).toBe('2026-11-23')
  expect(date('UTC', '2026-11-24T05:00:00Z')).toBe('2026-11-24')
  expect(date('America/New_York', '2026-11-24T05:00:00Z')).toBe('2026-11-23')
  expect(date('America/New_York', '2026-11-24T09:59:59Z')).toBe('2026-11-23')
  expect(date('America/New_York', '2026-11-24T10:00:00Z')).toBe('2026-11-24')
  expect(date('Pacific/Auckland', '2026-11-23T16:00:00Z')).toBe('2026-11-24')
  for (const zone of ['UTC', 'Pacific/Auckland', 'America/New_York']) {
    const now = new Date('2026-11-24T13:00:00Z')
    expect(gearToday(zone, now)).toBeGreaterThanOrEqual(gearDay(zone, now))
  }
})
