import { chiSquareQuantile } from '~~/core/math/chiSquare'
import { goldenMaximum } from '~~/core/math/golden'
import { logGamma } from '~~/core/math/logGamma'
import { between as through, cholesky, inverseBy, logDeterminant, solveBy } from '~~/core/math/matrix'
import { erfc, fastNormalCdf, normalCdf } from '~~/core/math/normal'
import { between, seededRandom } from '~~/core/math/random'
import { rootBetween } from '~~/core/math/root'
import { solveNear } from '~~/core/math/solve'
import { studentQuantile } from '~~/core/math/student'

/** Within so many parts of a published figure. */
const near = (value: number, figure: number, parts = 1e-9): void =>
  expect(Math.abs(value - figure)).toBeLessThanOrEqual(parts * Math.abs(figure))

describe('distributions, against published tables', () => {
  test.each([
    [0.05, 1, 12.706204736432095],
    [0.5, 2, 0.816496580927726],
    [0.05, 3, 3.182446305284263],
    [0.05, 4, 2.7764451051977987],
    [0.05, 10, 2.2281388519649385],
    [0.01, 10, 3.169272667175838],
    [0.01, 30, 2.749995653567226],
    [0.317310507862914, 1e7, 1.00000005],
  ])('|t| is above the quantile with chance %d at %d degrees of freedom', (tails, freedom, t) =>
    near(studentQuantile(tails, freedom), t, 1e-8),
  )
  test('|t| of 200 degrees of freedom is above 0.99699 with chance 0.32', () =>
    expect(studentQuantile(0.32, 200)).toBeCloseTo(0.99699, 3))

  test.each([
    [0.5, 2, 1.3862943611198906],
    [0.95, 1, 3.841458820694124],
    [0.025, 3, 0.2157952826238981],
    [0.025, 4, 0.4844185570879303],
    [0.05, 10, 3.940299136076288],
    [0.95, 10, 18.307038053275146],
    [0.975, 12, 23.33666415864533],
    [0.99, 100, 135.80672317102676],
  ])('χ² is below the quantile with chance %d at %d degrees of freedom', (p, freedom, x) =>
    near(chiSquareQuantile(p, freedom), x),
  )

  test.each([
    [0.5, 0.5723649429247001],
    [3.7, 1.4280723266653892],
    [10, 12.801827480081469],
    [100, 359.1342053695754],
  ])('ln Γ(%d)', (x, figure) => near(logGamma(x), figure, 1e-12))

  test.each([
    [0, 1],
    [0.5, 0.4795001221869535],
    [-0.5, 1.5204998778130465],
    [-1, 1.842700792949715],
    [1.5, 0.033894853524689274],
    [2, 0.004677734981047266],
    [3, 2.209049699858544e-5],
    [-3, 1.9999779095030015],
    [4, 1.541725790028002e-8],
    [10, 2.088487583762545e-45],
  ])('erfc(%d)', (x, figure) => near(erfc(x), figure, 2e-14))

  test('erfc just before its series gives way to its fraction', () => near(erfc(1.999), 0.004698, 5e-4))

  test('erfc ends where no number is smaller', () => {
    expect([erfc(28), erfc(-28)]).toEqual([0, 2])
    expect(erfc(26)).toBeGreaterThan(0)
  })

  test('the table of the normal distribution is within a millionth of it, and ends at eight', () => {
    for (let z = -9; z <= 9; z += 0.0137) expect(Math.abs(fastNormalCdf(z) - normalCdf(z))).toBeLessThan(1e-6)
    expect([fastNormalCdf(-8.01), fastNormalCdf(8.01), fastNormalCdf(NaN)]).toEqual([0, 1, 0])
    near(fastNormalCdf(0.5), 0.6914624612740131, 2e-6)
  })
})

describe('zeros and peaks', () => {
  /** A function and how often it was asked. */
  const counted = (f: (x: number) => number) => {
    const of = { asked: 0, f: (x: number) => (of.asked++, f(x)) }
    return of
  }

  test.each([
    ['rising', (x: number) => x * x - 2, 0, 2, Math.SQRT2],
    ['falling', (x: number) => 2 - x * x, 0, 2, Math.SQRT2],
    ['steep at one end', (x: number) => x ** 9 - 1e-3, 0, 4, 0.001 ** (1 / 9)],
    ['below nothing', (x: number) => Math.exp(x) - 0.01, -20, 3, Math.log(0.01)],
  ])('a zero of a function that is %s, in no more steps than halving takes', (_, f, low, high, zero) => {
    const of = counted(f)
    expect(Math.abs(rootBetween(of.f, low, high, 1e-9) - zero)).toBeLessThan(1e-9)
    expect(of.asked).toBeLessThanOrEqual(Math.ceil(Math.log2((high - low) / 2e-9)) + 3)
  })

  test('a straight line needs few steps, an end that is the zero none', () => {
    const line = counted(x => 3 * x - 1)
    expect(rootBetween(line.f, 0, 1, 1e-6)).toBeCloseTo(1 / 3, 6)
    expect(line.asked).toBeLessThan(10)
    for (const [low, high, zero] of [
      [0, 1, 0],
      [-1, 0, 0],
    ] as const) {
      const end = counted(x => x)
      expect(rootBetween(end.f, low, high, 1e-6)).toBe(zero)
      expect(end.asked).toBe(2)
    }
  })

  test('the greatest value of a peak, one more asked for each round', () => {
    for (const top of [-0.71, 0.3, 1.97]) {
      const peak = counted(x => -Math.abs(x - top))
      const found = goldenMaximum(peak.f, -1, 2, 24)
      expect(Math.abs(found - top)).toBeLessThan(3 * 0.618 ** 24)
      expect(peak.asked).toBe(2 + 23)
    }
  })

  test('of the places where a value is taken, the nearest by the ratio', () => {
    expect(solveNear(x => x * x, 9, 1)).toBeCloseTo(3, 9)
    expect(solveNear(x => 1 / x, 8, 1)).toBeCloseTo(1 / 8, 9)
    // 2 and 16 are its zeros: 6 is nearer to 16 by the ratio, 5 to 2.
    const two = (x: number): number => (x - 2) * (x - 16)
    expect(solveNear(two, 0, 6)).toBeCloseTo(16, 8)
    expect(solveNear(two, 0, 5)).toBeCloseTo(2, 8)
  })

  test('nothing farther than five octaves, nor across where there is no value', () => {
    expect(solveNear(x => x, 31, 1)).toBeCloseTo(31, 8)
    expect(solveNear(x => x, 33, 1)).toBeNull()
    expect(solveNear(x => x, 1 / 33, 1)).toBeNull()
    expect(solveNear(x => (x < 3 && x > 1.5 ? null : x - 2), 0, 1)).toBeNull()
    expect(solveNear(x => (x > 1.1 ? null : x), 0.5, 1)).toBeCloseTo(0.5, 9)
  })
})

describe('matrices', () => {
  const A = [
    [4, 12, -16],
    [12, 37, -43],
    [-16, -43, 98],
  ]
  const L = [
    [2, 0, 0],
    [6, 1, 0],
    [-8, 5, 3],
  ]

  test('triangle, solution, inverse and determinant', () => {
    expect(cholesky(A)).toEqual(L)
    solveBy(L, [0, 6, 39]).forEach((x, i) => expect(x).toBeCloseTo([1, 1, 1][i]!, 12))
    const inverse = inverseBy(L)
    const known = [
      [49.361111111, -13.555555556, 2.111111111],
      [-13.555555556, 3.777777778, -0.555555556],
      [2.111111111, -0.555555556, 0.111111111],
    ]
    known.forEach((row, i) => row.forEach((x, j) => expect(inverse[i]![j]).toBeCloseTo(x, 8)))
    expect(logDeterminant(L)).toBeCloseTo(Math.log(36), 12)
    expect(through([1, 0, 2], A, [0, 1, 3])).toBe(12 - 48 + 2 * (-43 + 294))
  })

  test('one that is not positive definite has none', () => {
    expect(
      cholesky([
        [1, 2],
        [2, 4],
      ]),
    ).toBeNull()
    expect(
      cholesky([
        [1, 2],
        [2, 3],
      ]),
    ).toBeNull()
  })
})

describe('random numbers', () => {
  test('the same seed gives the same, another others', () => {
    const five = (seed: number): number[] => {
      const random = seededRandom(seed)
      return Array.from({ length: 5 }, () => random.uniform())
    }
    expect(five(1)).toEqual(five(1))
    expect(new Set([...five(1), ...five(2)]).size).toBe(10)
  })

  test('even ones are even, normal ones normal, each apart from the last', () => {
    const random = seededRandom(5)
    const count = 40_000
    const draws = Array.from({ length: count }, () => random.normal())
    const moment = (k: number): number => draws.reduce((sum, z) => sum + z ** k, 0) / count
    expect(Math.abs(moment(1))).toBeLessThan(0.02)
    expect(Math.abs(moment(2) - 1)).toBeLessThan(0.03)
    expect(Math.abs(moment(4) - 3)).toBeLessThan(0.2)
    const together = draws.slice(1).reduce((sum, z, i) => sum + z * draws[i]!, 0) / count
    expect(Math.abs(together)).toBeLessThan(0.02)
    const even = Array.from({ length: count }, () => between(random, 2, 5))
    expect(Math.min(...even)).toBeGreaterThanOrEqual(2)
    expect(Math.max(...even)).toBeLessThan(5)
    expect(Math.abs(even.reduce((a, b) => a + b) / count - 3.5)).toBeLessThan(0.02)
    expect(even.filter(x => x < 3).length / count).toBeCloseTo(1 / 3, 1)
  })
})
