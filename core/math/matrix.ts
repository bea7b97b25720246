/** A dense matrix by rows. The matrices of the inference are small: a dozen unknowns. */
export type Matrix = number[][]

/**
 * Lower triangle L of a symmetric positive definite matrix, L Lᵀ = A (Cholesky).
 *
 * @param a symmetric; only its lower triangle is read
 * @returns null where it is not positive definite to the last digit
 */
export function cholesky(a: Matrix): Matrix | null {
  const n = a.length
  const l: Matrix = a.map(() => new Array<number>(n).fill(0))
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i]![j]!
      for (let k = 0; k < j; k++) sum -= l[i]![k]! * l[j]![k]!
      if (i !== j) l[i]![j] = sum / l[j]![j]!
      else if (sum > 0) l[i]![i] = Math.sqrt(sum)
      else return null
    }
  }
  return l
}

/** x with L Lᵀ x = b, by the triangle of `cholesky`. */
export function solveBy(l: Matrix, b: readonly number[]): number[] {
  const n = l.length
  const x = [...b]
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i]! -= l[i]![k]! * x[k]!
    x[i]! /= l[i]![i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i]! -= l[k]![i]! * x[k]!
    x[i]! /= l[i]![i]!
  }
  return x
}

/** Inverse of A by its triangle L, L Lᵀ = A; symmetric. */
export function inverseBy(l: Matrix): Matrix {
  return l.map((_, i) =>
    solveBy(
      l,
      l.map((_, j) => (i === j ? 1 : 0)),
    ),
  )
}

/** ln det A by its triangle. */
export const logDeterminant = (l: Matrix): number => l.reduce((sum, row, i) => sum + 2 * Math.log(row[i]!), 0)

/** gᵀ A h. */
export function between(g: readonly number[], a: Matrix, h: readonly number[]): number {
  let sum = 0
  for (let i = 0; i < g.length; i++) if (g[i] !== 0) for (let j = 0; j < h.length; j++) sum += g[i]! * a[i]![j]! * h[j]!
  return sum
}
