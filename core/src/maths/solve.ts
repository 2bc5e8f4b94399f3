/**
 * Solves A·x = b for symmetric positive definite A by Cholesky's way.
 * @param matrix rows of A
 * @returns x for each right side; null when A is not positive definite
 */
export function solvePositive(
  matrix: readonly (readonly number[])[],
  sides: readonly (readonly number[])[],
): number[][] | null {
  const n = matrix.length
  const at = (rows: readonly (readonly number[])[], i: number, j: number) => rows[i]?.[j] as number
  const lower: number[][] = []
  for (let i = 0; i < n; i++) {
    const row: number[] = []
    for (let j = 0; j <= i; j++) {
      let sum = at(matrix, i, j)
      for (let k = 0; k < j; k++) sum -= (row[k] as number) * (j === i ? (row[k] as number) : at(lower, j, k))
      if (i === j) {
        if (!(sum > 1e-14 * Math.abs(at(matrix, i, i)))) return null
        row.push(Math.sqrt(sum))
      } else row.push(sum / at(lower, j, j))
    }
    lower.push(row)
  }
  return sides.map((side) => {
    const y: number[] = []
    for (let i = 0; i < n; i++) {
      let sum = side[i] as number
      for (let k = 0; k < i; k++) sum -= at(lower, i, k) * (y[k] as number)
      y.push(sum / at(lower, i, i))
    }
    const x = new Array<number>(n).fill(0)
    for (let i = n - 1; i >= 0; i--) {
      let sum = y[i] as number
      for (let k = i + 1; k < n; k++) sum -= at(lower, k, i) * (x[k] as number)
      x[i] = sum / at(lower, i, i)
    }
    return x
  })
}
