import { studentT } from '../maths/studentT.ts'

/**
 * Mean of differences that were found pair by pair, with its 95 % limits: m ± t·s/√n.
 * @returns null for fewer than two pairs
 * Source: NIST/SEMATECH e-Handbook 7.3.1 (paired observations); Student (1908).
 */
export function meanDifference(
  differences: readonly number[],
): { mean: number; limits: [lower: number, upper: number] } | null {
  const n = differences.length
  if (n < 2) return null
  const mean = differences.reduce((sum, one) => sum + one, 0) / n
  const variance = differences.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (n - 1)
  const off = studentT(0.025, n - 1) * Math.sqrt(variance / n)
  return { mean, limits: [mean - off, mean + off] }
}
