import type { LifeRecord } from '../lives/lifeRecord.ts'

export const failedAt = (age: number, weight = 1): LifeRecord => ({ lower: age, upper: age, weight })
export const runningAt = (age: number, weight = 1): LifeRecord => ({ lower: age, upper: null, weight })

/** NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.1.2: ten of twenty units failed before 500 h. */
export const handbookUnits: LifeRecord[] = [
  ...[54, 187, 216, 240, 244, 335, 361, 373, 375, 386].map((age) => failedAt(age)),
  runningAt(500, 10),
]
