import fc from 'fast-check'
import type { LifeRecord } from '../lives/lifeRecord.ts'

/** A stream of numbers between 0 and 1 that is the same for the same seed (Park & Miller 1988, CACM 31). */
export function seeded(seed: number): () => number {
  let state = (seed % 2147483646) + 1
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

/** Life of a Weibull part, drawn by its distribution's inverse. */
export const weibullDraw = (random: () => number, shape: number, scale: number) =>
  scale * (-Math.log(random())) ** (1 / shape)

/** Records of every kind, with at least two that failed at different ages. */
export const lifeRecords = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 10, max: 5000 }), { minLength: 2, maxLength: 10 }),
    fc.array(fc.integer({ min: 0, max: 5000 }), { maxLength: 10 }),
    fc.array(fc.tuple(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 2000 })), { maxLength: 6 }),
  )
  .map(([failed, running, looked]): LifeRecord[] => [
    ...failed.map((age) => ({ lower: age, upper: age, weight: 1 })),
    ...running.map((age) => ({ lower: age, upper: null, weight: 1 })),
    ...looked.map(([from, width]) => ({ lower: from, upper: from + width, weight: 1 })),
  ])
