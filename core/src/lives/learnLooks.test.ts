import { seeded } from '../testing/lifetimes.ts'
import { learnLooks, type LookedAtPart } from './learnLooks.ts'

/** Parts that get a defect at a rate of one in 500 h and fail 200 h later in the mean, looked at every `every` hours. */
function history(seed: number, parts: number, every: number): LookedAtPart[] {
  const random = seeded(seed)
  return Array.from({ length: parts }, () => {
    const defect = -500 * Math.log(random())
    const failure = defect - 200 * Math.log(random())
    const looks: LookedAtPart['looks'] = []
    for (let age = every; ; age += every) {
      if (failure < age) return { looks, failedAt: failure, end: failure }
      if (age > 3000) return { looks, failedAt: null, end: 3000 }
      looks.push({ age, found: defect < age ? 'defect' : 'good' })
      if (defect < age) return { looks, failedAt: null, end: age }
    }
  })
}

it('finds the rate and the delay that a simulated history was made with', () => {
  const { defectRate, delayMean } = learnLooks(history(3, 800, 100))
  expect(defectRate).toBeCloseTo(0.002, 3)
  expect(delayMean! / 200).toBeCloseTo(1, 0)
})

it('has the truth within its limits nine times in ten and more', () => {
  let held = 0
  for (let seed = 1; seed <= 20; seed++) {
    const [low, high] = learnLooks(history(seed * 17, 25, 120)).limits.delayMean
    if ((low ?? 0) <= 200 && (high ?? Infinity) >= 200) held++
  }
  expect(held).toBeGreaterThanOrEqual(17)
})

it('by hand: looks close together see the defects come up at their rate', () => {
  // Ten parts, a defect found in each at its hundredth hour, looked at every hour: one in a hundred hours.
  const parts = Array.from({ length: 10 }, () => ({
    looks: [
      ...Array.from({ length: 99 }, (_, i) => ({ age: i + 1, found: 'good' as const })),
      { age: 100, found: 'defect' as const },
    ],
    failedAt: null,
    end: 100,
  }))
  const { defectRate, delayMean, limits } = learnLooks(parts)
  expect(defectRate).toBeCloseTo(0.01, 3)
  // Nothing ever ran to its failure: the delay may be as long as you like.
  expect(delayMean).toBeNull()
  expect(limits.delayMean[1]).toBeNull()
  expect(limits.delayMean[0]).toBeGreaterThan(0)
})

it('does not depend on the order of the parts', () => {
  const parts = history(5, 30, 100)
  expect(learnLooks([...parts].reverse())).toEqual(learnLooks(parts))
})

it('learns from a defect that was left in until it failed', () => {
  const upTo99 = Array.from({ length: 99 }, (_, i) => ({ age: i + 1, found: 'good' as const }))
  const left = [150, 260, 320, 410].map((failedAt) => ({
    looks: [...upTo99, { age: 100, found: 'defect' as const }],
    failedAt,
    end: failedAt,
  }))
  // Delays of 50, 160, 220 and 310 h: their mean is 185 h.
  expect(learnLooks(left).delayMean).toBeCloseTo(185, -1)
})

it.each([
  ['no parts', [], 'no-records'],
  ['no looks', [{ looks: [], failedAt: 50, end: 50 }], 'no-looks'],
  ['nothing found', [{ looks: [{ age: 10, found: 'good' }], failedAt: null, end: 20 }], 'no-failures'],
  [
    'looks out of order',
    [
      {
        looks: [
          { age: 10, found: 'good' },
          { age: 5, found: 'good' },
        ],
        failedAt: null,
        end: 20,
      },
    ],
    'time-reversed',
  ],
  ['a look after the end', [{ looks: [{ age: 30, found: 'good' }], failedAt: null, end: 20 }], 'time-reversed'],
  ['a failure that is not the end', [{ looks: [{ age: 10, found: 'good' }], failedAt: 15, end: 20 }], 'time-reversed'],
  ['an age that is none', [{ looks: [{ age: NaN, found: 'good' }], failedAt: null, end: 20 }], 'age-not-positive'],
] as [string, LookedAtPart[], string][])('refuses %s', (_, parts, code) => {
  expect(() => learnLooks(parts)).toThrow(expect.objectContaining({ code }) as Error)
})
