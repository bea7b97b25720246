import fc from 'fast-check'
import {
  BURST,
  MATCH_WINDOW,
  areSettings,
  differingSettings,
  matchPictures,
  newSetup,
  settingsOf,
  shotTime,
  withChanges,
} from '~~/core'

const takes = (...at: number[]) => at.map((firedAt, i) => ({ id: `t${i + 1}`, firedAt: firedAt * 1000 }))
const pictures = (...at: number[]) => at.map((shotAt, i) => ({ id: `p${i + 1}`, shotAt: shotAt * 1000 }))
const match = (p: ReturnType<typeof pictures>, t: ReturnType<typeof takes>) => Object.fromEntries(matchPictures(p, t))

describe('pictures and takes', () => {
  test('each picture goes to the take of its time, whatever order they came in', () => {
    expect(match(pictures(101, 41, 161), takes(40, 100, 160))).toEqual({ p1: 't2', p2: 't1', p3: 't3' })
  })
  test('a picture whose take is not noted yet waits for it, and does not go to the one before', () => {
    expect(match(pictures(41, 62), takes(40))).toEqual({ p1: 't1', p2: null })
    expect(match(pictures(41, 62), takes(40, 70))).toEqual({ p1: 't1', p2: 't2' })
  })
  test('a misfire has none, and what is far from every take waits', () => {
    expect(match(pictures(41, 161), takes(40, 100, 160))).toEqual({ p1: 't1', p2: 't3' })
    expect(match(pictures(1000), takes(40))).toEqual({ p1: null })
    expect(match(pictures(70, 10), takes(40))).toEqual({ p1: 't1', p2: null })
    expect(match(pictures(70.001), takes(40))).toEqual({ p1: null })
  })
  test('a burst belongs to one take', () => {
    expect(match(pictures(40, 40.1, 40.2, 41), takes(40, 90))).toEqual({ p1: 't1', p2: 't1', p3: 't1', p4: 't1' })
  })
  test('a picture is never put farther than the window, nor to a take when another is nearer', () => {
    const times = fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 12 })
    fc.assert(
      fc.property(times, times, (p, t) => {
        const [shots, fired] = [pictures(...p), takes(...t)]
        const matched = matchPictures(shots, fired)
        for (const shot of shots) {
          const take = fired.find(f => f.id === matched.get(shot.id))
          if (!take) continue
          const away = Math.abs(take.firedAt - shot.shotAt)
          expect(away).toBeLessThanOrEqual(MATCH_WINDOW)
          expect(fired.every(other => Math.abs(other.firedAt - shot.shotAt) >= away)).toBe(true)
          const together = shots.filter(other => matched.get(other.id) === take.id).map(other => other.shotAt)
          expect(Math.max(...together) - Math.min(...together)).toBeLessThanOrEqual(2 * BURST)
        }
      }),
    )
  })
  test('a camera’s clock counts as long as it agrees with the file’s', () => {
    expect(shotTime({ camera: 1000, written: 3000, received: 9e6 })).toBe(1000)
    expect(shotTime({ camera: 1000, written: 3_600_000, received: 9e6 })).toBe(3_600_000)
    expect(shotTime({ camera: 1000, written: null, received: 9e6 })).toBe(1000)
    expect(shotTime({ camera: null, written: null, received: 9e6 })).toBe(9e6)
  })
})

describe('settings of a take', () => {
  const setup = newSetup('projectile')
  test('tell two takes apart by what was changed', () => {
    const other = withChanges(setup, [
      { path: 'flashes[1].power', value: 1 / 32 },
      { path: 'picture.iso', value: 400 },
      { path: 'notes', value: 'x' },
    ])
    expect(differingSettings(settingsOf(setup), settingsOf(other)).sort()).toEqual(['flashes[1].power', 'picture.iso'])
    expect(differingSettings({ a: 1 }, { b: 2 })).toEqual([])
  })
  test('from outside they are few plain values by path', () => {
    expect(areSettings(settingsOf(setup))).toBe(true)
    expect(areSettings({})).toBe(true)
    expect(areSettings({ a: 'x'.repeat(80), b: null, c: false })).toBe(true)
    for (const bad of [
      null,
      [],
      'x',
      { 'a b': 1 },
      { a: {} },
      { a: Infinity },
      { a: 'x'.repeat(81) },
      Object.fromEntries(Array.from({ length: 100 }, (_, i) => [`a${i}`, 1])),
    ])
      expect(areSettings(bad)).toBe(false)
  })
})
