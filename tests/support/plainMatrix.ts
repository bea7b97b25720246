/** Matrices by elimination with the largest pivot: slow and plain, to hold the product's own against. */
type Rows = readonly (readonly number[])[]

/** Rows in steps, what stood on the right with them, and the determinant. */
function eliminated(matrix: Rows, right: readonly number[]): { rows: number[][]; determinant: number } {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0])
  const n = rows.length
  let determinant = 1
  for (let k = 0; k < n; k++) {
    const pivot = rows.reduce((best, row, i) => (i >= k && Math.abs(row[k]!) > Math.abs(rows[best]![k]!) ? i : best), k)
    if (pivot !== k) {
      ;[rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!]
      determinant = -determinant
    }
    determinant *= rows[k]![k]!
    for (let i = k + 1; i < n; i++) {
      const by = rows[i]![k]! / rows[k]![k]!
      for (let j = k; j <= n; j++) rows[i]![j]! -= by * rows[k]![j]!
    }
  }
  return { rows, determinant }
}

/** x of matrix · x = right. */
export function solvedFor(matrix: Rows, right: readonly number[]): number[] {
  const { rows } = eliminated(matrix, right)
  const n = rows.length
  const x = new Array<number>(n).fill(0)
  for (let i = n - 1; i >= 0; i--) {
    let rest = rows[i]![n]!
    for (let j = i + 1; j < n; j++) rest -= rows[i]![j]! * x[j]!
    x[i] = rest / rows[i]![i]!
  }
  return x
}

export const determinantOf = (matrix: Rows): number => eliminated(matrix, []).determinant

/** aᵀa. */
export const productOf = (a: Rows): number[][] =>
  a[0]!.map((_, i) => a[0]!.map((__, j) => a.reduce((sum, row) => sum + row[i]! * row[j]!, 0)))
