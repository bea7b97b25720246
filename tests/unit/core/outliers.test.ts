import { dialOf, newSetup, plan, runStateOf } from '~~/core'
import { seededRandom } from '~~/core/math/random'
import { studentQuantile } from '~~/core/math/student'
import { fitDelayLine } from '~~/core/run/search'

interface Point {
  number: number
  delay: number
  position: number
}

/** Each take against the line of the others, one by one. */
function slow(all: Point[]): number[] {
  const out: number[] = []
  let points = all
  while (points.length >= 5 && out.length < all.length / 4) {
    const off = points.map(point => {
      const others = points.filter(other => other !== point)
      const { speed, delayAtMark, scatter } = fitDelayLine({ points: others })
      const mean = others.reduce((sum, p) => sum + p.delay, 0) / others.length
      const sxx = others.reduce((sum, p) => sum + (p.delay - mean) ** 2, 0)
      const error = scatter! * Math.sqrt(1 + 1 / others.length + (point.delay - mean) ** 2 / sxx)
      return Math.abs(point.position - speed * (point.delay - delayAtMark)) / error
    })
    const worst = off.indexOf(Math.max(...off))
    if (off[worst]! < studentQuantile(0.01 / points.length, points.length - 3)) break
    out.push(points[worst]!.number)
    points = points.filter((_, i) => i !== worst)
  }
  return out.sort((a, b) => a - b)
}

test('takes off the line of the others are found as by leaving out each in turn', () => {
  const planned = plan(newSetup('projectile'))
  const { wanted } = dialOf(planned)!
  const random = seededRandom(5)
  let found = 0
  for (let log = 0; log < 60; log++) {
    const n = 5 + Math.floor(random.uniform() * 20)
    const points = Array.from({ length: n }, (_, i): Point => {
      const delay = wanted + (random.uniform() - 0.5) * 0.002
      const wild = random.uniform() < 0.12 ? (random.uniform() - 0.5) * 0.2 : 0
      return { number: i + 1, delay, position: 35 * (delay - wanted) + 0.003 * random.normal() + wild }
    })
    const takes = points.map(point => ({ ...point, planned: null, verdict: 'missed' as const, keeper: false }))
    const told = runStateOf(planned, takes)!.fit!.points.filter(point => point.outlier)
    expect(told.map(point => point.number)).toEqual(slow(points))
    found += told.length
  }
  expect(found).toBeGreaterThan(20)
})

test('takes whose others make no line, or one without scatter, are no outliers', () => {
  const planned = plan(newSetup('projectile'))
  const at = (delay: number, position: number, number: number) => ({
    number,
    delay,
    position,
    planned: null,
    verdict: 'missed' as const,
    keeper: false,
  })
  const flat = [1, 2, 3, 4, 5, 6].map(i => at(0.018, 0.01 * i, i))
  expect(runStateOf(planned, [...flat, at(0.02, 0.5, 7)])!.fit!.points.some(point => point.outlier)).toBe(false)
  const exact = [1, 2, 3, 4, 5, 6].map(i => at(0.018 + i / 1024, 32 * (i / 1024), i))
  expect(runStateOf(planned, [...exact, at(0.019, 0.9, 7)])!.fit!.points.filter(point => point.outlier)).toEqual([])
})
