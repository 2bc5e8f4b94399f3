import { describe, expect, test } from '@jest/globals'
import { seeded } from '../testing/lifetimes.ts'
import { afterRepair, keptAge, type LeftByRepair, type MendedPart } from './afterRepair.ts'

const nodes: [number, number, number][] = [[3, 400, 1]]

/** Parts that were mended at 350 h with so much of their age left, and run until they fail or 300 h. */
function mended(kept: number, count: number, seed: number): MendedPart[] {
  const random = seeded(seed)
  return Array.from({ length: count }, () => {
    const from = kept * 350
    const end = 400 * (-Math.log(random()) + (from / 400) ** 3) ** (1 / 3) - from
    return { age: 350, ranSince: Math.min(end, 300), failedSince: end <= 300 }
  })
}

describe('what a repair has left', () => {
  test.each(Object.entries(keptAge) as [LeftByRepair, number][])(
    'is found in parts that were mended %s',
    (kind, kept) => {
      expect(afterRepair(nodes, mended(kept, 60, 5))).toMatchObject({ learned: kind })
    },
  )
  test('is not known without failures, and all alike where nothing followed', () => {
    expect(afterRepair(nodes, [])).toEqual({
      chances: { 'as before': 1 / 3, better: 1 / 3, 'as new': 1 / 3 },
      learned: null,
      failures: 0,
    })
    expect(afterRepair(nodes, [{ age: 350, ranSince: 300, failedSince: false }]).learned).toBeNull()
  })
  // By hand, shape 1: a life without memory cannot tell them apart.
  test('cannot be told where age makes no difference', () => {
    const { chances } = afterRepair([[1, 400, 1]], mended(1, 20, 2))
    for (const chance of Object.values(chances)) expect(chance).toBeCloseTo(1 / 3, 9)
  })
})
