import { EVIDENCE_KINDS, type Setup, newSetup } from '~~/core'
import { MOST_SEEN, type SaidSeen, heardSeen } from '~~/shared/say/seen'

const cracker = newSetup('projectile')
const balloon = newSetup('balloon')

const UNDERSTOOD: readonly [said: string, seen: SaidSeen][] = [
  ['12 mm past the mark', { kind: 'place', value: 0.012 }],
  ['ball was 12 mm past the entry face at 18.2 ms', { kind: 'place', value: 0.012, delay: 0.0182 }],
  ['at 18.2 ms it was 3 cm before the cracker', { kind: 'place', value: -0.03, delay: 0.0182 }],
  ['half an inch short of the mark', { kind: 'place', value: -0.0127 }],
  ['short of 5 cm at 16 ms', { kind: 'short', value: 0.05, delay: 0.016 }],
  ['8 mm in front of the face', { kind: 'place', value: -0.008 }],
  ['-8 mm', { kind: 'place', value: -0.008 }],
  [
    '15mm past the edge with a delay of 19 ms, give or take 2 mm',
    { kind: 'place', value: 0.015, delay: 0.019, error: 0.002 },
  ],
  ['20 mm past ± 3 mm, delay 17.5 ms', { kind: 'place', value: 0.02, error: 0.003, delay: 0.0175 }],
  ['five millimetres behind the mark', { kind: 'place', value: 0.005 }],
  ['40 mm past the mark, 18 ms dialled', { kind: 'place', value: 0.04, delay: 0.018 }],
  ['already gone', { kind: 'beyond', value: null }],
  ['it was out of the picture at 20 ms', { kind: 'beyond', value: null, delay: 0.02 }],
  ['beyond 10 cm at 21 ms', { kind: 'beyond', value: 0.1, delay: 0.021 }],
  ['not there yet', { kind: 'short', value: null }],
  ["hadn't come in at 15 ms", { kind: 'short', value: null, delay: 0.015 }],
  ['not yet at 5 cm, dialled 16 ms', { kind: 'short', value: 0.05, delay: 0.016 }],
  ['0.4 ms late', { kind: 'late', value: 0.0004 }],
  ['0.4 ms late at 18.2 ms', { kind: 'late', value: 0.0004, delay: 0.0182 }],
  ['two milliseconds early', { kind: 'late', value: -0.002 }],
  ['at 18.2 ms it came 300 us too soon', { kind: 'late', value: -0.0003, delay: 0.0182 }],
  ['36 m/s', { kind: 'speed', value: 36 }],
  ['chronograph says 118 ft/s at 30 cm from the muzzle', { kind: 'speed', value: 35.9664, at: 0.3 }],
  ['speed 34.2 m/s plus or minus 1 %', { kind: 'speed', value: 34.2, error: 0.342 }],
  ['34 m/s half a metre after the muzzle, error of 0.5 m/s', { kind: 'speed', value: 34, at: 0.5, error: 0.5 }],
  ['the hit came 26 ms after the shot', { kind: 'interval', value: 0.026, from: 'start', to: 'impact' }],
  ['26 ms from the pop to the splash', { kind: 'interval', value: 0.026, from: 'start', to: 'impact' }],
  ['21.5 ms between beam and impact', { kind: 'interval', value: 0.0215, from: 'sensed', to: 'impact' }],
  ['beam and impact 21.5 ms apart', { kind: 'interval', value: 0.0215, from: 'sensed', to: 'impact' }],
  ['4.4 ms before the beam', { kind: 'interval', value: 0.0044, from: 'start', to: 'sensed' }],
  ['3 ms after the microphone', { kind: 'interval', value: 0.003, from: 'sensed', to: 'impact' }],
  ['beam blocked for 250 us', { kind: 'blocked', value: 0.00025 }],
  ['it broke the beam for 0.3 ms, ± 5 us', { kind: 'blocked', value: 0.0003, error: 5e-6 }],
  ['chain 180 us', { kind: 'latency', value: 0.00018 }],
  ['latency of 0.2 ms from sensor to flash', { kind: 'latency', value: 0.0002 }],
  ['room EV 4', { kind: 'ambient', value: 4 }],
  ['the room meters 3.5 EV ± 0.3 EV', { kind: 'ambient', value: 3.5, error: 0.3 }],
  ['one stop dark', { kind: 'light', value: -1, light: 0 }],
  ['rim two thirds of a stop bright', { kind: 'light', value: 2 / 3, light: 1 }],
  ['the key is half a stop under', { kind: 'light', value: -0.5, light: 0 }],
  ['30 % dark along the top', { kind: 'dark', value: 0.3 }],
  ['a black band over 12 percent, ± 2 %', { kind: 'dark', value: 0.12, error: 0.02 }],
]

test.each(UNDERSTOOD)('“%s”', (said, seen) => {
  const told = heardSeen(cracker, said)
  expect(told).toMatchObject({ kind: seen.kind })
  for (const key of ['value', 'error', 'delay', 'at'] as const) {
    const [got, wanted] = [(told as SaidSeen)[key], seen[key]]
    if (typeof wanted === 'number') expect([said, key, got]).toEqual([said, key, expect.closeTo(wanted, 9)])
    else expect([said, key, got]).toEqual([said, key, wanted])
  }
  for (const key of ['from', 'to', 'light'] as const) expect([key, (told as SaidSeen)[key]]).toEqual([key, seen[key]])
})

test('every kind but what takes find can be said', () => {
  const said = new Set(UNDERSTOOD.map(([, { kind }]) => kind))
  expect(EVIDENCE_KINDS.filter(kind => !said.has(kind))).toEqual(['found'])
})

test('what cannot be told is not guessed: no unit, nothing of it, beyond what can be', () => {
  const why = (said: string, setup: Setup = cracker): unknown => heardSeen(setup, said)
  for (const said of ['12 past the mark', 'speed 34', '0.4 late'])
    expect([said, why(said)]).toEqual([said, { why: 'unit' }])
  for (const said of ['', 'looked fine', '18.2 ms', 'the light was on for 3 s', '30 %', 'x'.repeat(MOST_SEEN + 1)])
    expect([said, why(said)]).toEqual([said, { why: 'nothing' }])
  expect(why('20 m past the mark')).toEqual({
    why: 'limits',
    phrase: '20 m',
    reason: expect.stringMatching(/^Allowed/),
  })
  expect(why('12 mm past at 20000000 ms')).toMatchObject({ why: 'limits', phrase: '20000000 ms' })
  expect(why('5000 m/s')).toMatchObject({ why: 'limits' })
})

test('a light is that which is named; of none named, the one that lights the front', () => {
  const light = (setup: Setup, said: string): number | undefined => (heardSeen(setup, said) as SaidSeen).light
  expect(light(balloon, 'one stop dark')).toBe(
    Math.max(
      0,
      balloon.flashes.findIndex(({ role }) => role === 'key'),
    ),
  )
  const named = {
    ...cracker,
    flashes: cracker.flashes.map((flash, i) => ({ ...flash, name: i ? 'Late Tom' : 'Anna' })),
  }
  expect(light(named, 'late tom one stop over')).toBe(1)
  expect(light({ ...cracker, flashes: [] }, 'one stop dark')).toBe(0)
})

test('whatever is typed, it throws nothing', () => {
  for (const said of [
    '±',
    '± 2 mm',
    'at at at 1/0 mm',
    '-/- ms late',
    'f/8',
    '1e999 mm past',
    '½ mm past',
    '٣ mm past',
    ', ,',
  ])
    expect(() => heardSeen(cracker, said)).not.toThrow()
})
