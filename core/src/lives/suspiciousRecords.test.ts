import { shareLimits } from '../maths/shareLimits.ts'
import { suspiciousRecords } from './suspiciousRecords.ts'

it('names a failure that lasted a fraction of the next shortest', () => {
  expect(suspiciousRecords([300, 40, 250, 410])).toEqual([{ place: 1, shareOfNext: 0.16 }])
})
it('names two that lie together, and no more', () => {
  expect(suspiciousRecords([300, 40, 45, 410]).map(({ place }) => place)).toEqual([1, 2])
})
it('says nothing of lives that spread, nor of few', () => {
  expect(suspiciousRecords([100, 150, 260, 410])).toEqual([])
  expect(suspiciousRecords([10, 400])).toEqual([])
})

// Clopper & Pearson (1934): with none of n seen the upper limit is 1 − 0.025^(1/n); of all, the mirror of it.
it('exact limits of a share', () => {
  expect(shareLimits(0, 10)[1]).toBeCloseTo(1 - 0.025 ** 0.1, 9)
  expect(shareLimits(10, 10)).toEqual([expect.closeTo(0.025 ** 0.1, 9) as number, 1])
  const [low, high] = shareLimits(3, 20)
  expect(low).toBeCloseTo(0.03207, 4)
  expect(high).toBeCloseTo(0.37893, 4)
  // Of very many, the normal limits: 0.3 ± 1.96 √(0.3 · 0.7 / n).
  const [below, above] = shareLimits(300_000, 1_000_000)
  expect(below).toBeCloseTo(0.3 - 1.96 * Math.sqrt(0.21e-6), 5)
  expect(above).toBeCloseTo(0.3 + 1.96 * Math.sqrt(0.21e-6), 5)
})
