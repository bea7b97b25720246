import fc from 'fast-check'
import { GRAVITY } from '~~/core/physics/constants'
import { type MotionInput, motionOf } from '~~/core/take/motion'
import { MOTIONS } from '~~/core'

const base: MotionInput = { kind: 'flight', speed: 10, angle: 0.5, dragPerMetre: 0.05, reach: 2 }
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const moving = MOTIONS.filter(kind => kind !== 'still')

describe.each(moving)('%s', kind => {
  const reachOf = (input: MotionInput): number => (kind === 'toss' ? (0.999 * input.speed ** 2) / (2 * GRAVITY) : 3)

  test('the place at the time of a place is that place', () => {
    fc.assert(
      fc.property(
        between(0.2, 60),
        between(0, 1.2),
        between(0, 0.5),
        between(0, 1),
        (speed, angle, dragPerMetre, share) => {
          const input = { ...base, kind, speed, angle, dragPerMetre }
          const x = share * reachOf(input)
          const motion = motionOf(input)
          const time = motion.timeAt(x)
          // Air stops a steep or slow throw short of many places.
          if (time === null && kind === 'arc' && dragPerMetre > 0) return
          if (time === null) throw new Error(`never at ${x}`)
          expect(motion.positionAt(time)).toBeCloseTo(x, 6)
        },
      ),
    )
  })

  test('the speed is how the place changes', () => {
    fc.assert(
      fc.property(between(0.5, 60), between(0, 0.5), between(0.05, 0.95), (speed, dragPerMetre, share) => {
        const input = { ...base, kind, speed, angle: 0, dragPerMetre }
        const motion = motionOf(input)
        const time = motion.timeAt(share * reachOf(input))
        // An arc is followed for twenty seconds.
        if (time === null || time > 15) return
        const h = time * 1e-5
        // A level throw falls as it flies: its place is along the ground, its speed along its path.
        const along = motion.alongAt(time)
        if (kind !== 'arc') expect(along).toBe(motion.speedAt(time))
        expect(Math.abs(motion.positionAt(time + h) - motion.positionAt(time - h)) / (2 * h) / along).toBeCloseTo(1, 4)
      }),
    )
  })

  test.each([0, 1e-300, 1e-18, 1e-12, 1e-9, 2e-9, 1e-7, 1e-6])(
    'a drag of %d /m, next to none, changes next to nothing',
    dragPerMetre => {
      const [thin, none] = [motionOf({ ...base, kind, dragPerMetre }), motionOf({ ...base, kind, dragPerMetre: 0 })]
      const time = none.timeAt(0.7 * reachOf({ ...base, kind }))!
      expect(thin.positionAt(time) / none.positionAt(time)).toBeCloseTo(1, 4)
      expect(thin.positionAt(time * 1.001) - thin.positionAt(time)).toBeCloseTo(
        none.positionAt(time * 1.001) - none.positionAt(time),
        7,
      )
      expect(thin.timeAt(0.7 * reachOf({ ...base, kind }))! / time).toBeCloseTo(1, 4)
    },
  )

  test('farther is later', () => {
    const motion = motionOf({ ...base, kind })
    const places = Array.from({ length: 20 }, (_, i) => (reachOf({ ...base, kind }) * i) / 20)
    const times = places.map(x => motion.timeAt(x)!)
    expect(times[0]).toBe(0)
    for (let i = 1; i < times.length; i++) expect(times[i]).toBeGreaterThan(times[i - 1]!)
  })

  test('before the start nothing has moved, and behind it is never reached', () => {
    const motion = motionOf({ ...base, kind })
    expect(motion.positionAt(-1)).toBe(0)
    expect(motion.timeAt(-0.1)).toBeNull()
  })
})

test('what bursts where it is, is everywhere at once', () => {
  const still = motionOf({ ...base, kind: 'still' })
  expect([still.timeAt(3), still.positionAt(9), still.speedAt(1), still.apex]).toEqual([0, 0, 0, null])
})

test.each<[string, Partial<MotionInput>, number, number | null]>([
  ['a toss does not pass its apex', { kind: 'toss', speed: 3 }, 0.5, null],
  ['a flight braked by foam never arrives', { kind: 'flight', dragPerMetre: 20 }, 3, null],
  ['a throw straight up never gets ahead', { kind: 'arc', angle: Math.PI / 2 + 0.001 }, 1, null],
  ['a stream from rest falls freely', { kind: 'stream', speed: 1e-9 }, 1.25, Math.sqrt(2.5 / GRAVITY)],
  ['a fall without drag', { kind: 'fall', dragPerMetre: 0 }, 1.25, Math.sqrt(2.5 / GRAVITY)],
  ['a swing reaches the subject at its speed', { kind: 'swing', speed: 4, reach: 2 }, 2, 1],
])('%s', (_, change, x, time) => {
  const got = motionOf({ ...base, ...change }).timeAt(x)
  if (time === null) expect(got).toBeNull()
  else expect(got).toBeCloseTo(time, 9)
})

test('a toss comes down as it went up', () => {
  const toss = motionOf({ ...base, kind: 'toss', speed: 4 })
  for (const x of [0.1, 0.4, 0.8]) {
    const up = toss.timeAt(x)!
    const down = toss.timeAt(x, true)!
    expect(up + down).toBeCloseTo(2 * toss.apex!, 9)
    expect(toss.speedAt(up)).toBeCloseTo(toss.speedAt(down), 9)
    expect(toss.positionAt(down)).toBeCloseTo(x, 9)
  }
})

test('a long fall ends at its terminal speed', () => {
  const k = 0.02
  const fall = motionOf({ ...base, kind: 'fall', dragPerMetre: k })
  expect(fall.speedAt(60)).toBeCloseTo(Math.sqrt(GRAVITY / k), 6)
  expect(fall.positionAt(61) - fall.positionAt(60)).toBeCloseTo(Math.sqrt(GRAVITY / k), 6)
})
