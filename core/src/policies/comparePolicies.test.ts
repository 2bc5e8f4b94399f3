import fc from 'fast-check'
import { failedAt, runningAt } from '../testing/handbookUnits.ts'
import { lifeRecords } from '../testing/lifetimes.ts'
import type { LifeRecord } from '../lives/lifeRecord.ts'
import { ageReplacement, replacementCostRate } from './ageReplacement.ts'
import { comparePolicies, type PolicyEvidence } from './comparePolicies.ts'
import { policyWords } from './policyWords.ts'
import { ruleRates } from './policyRates.ts'

/** As many parts as if every hundredth of the life had been seen. */
const seenInFull = (shape: number, scale: number, parts = 400): LifeRecord[] =>
  Array.from({ length: parts }, (_, i) => failedAt(scale * (-Math.log((i + 0.5) / parts)) ** (1 / shape)))

const of = (evidence: Partial<PolicyEvidence>) =>
  comparePolicies({ records: [], cost: { preventive: 1, failure: 5 }, tradeInterval: 300, ...evidence })

// Barlow & Hunter (1960): shape 2, scale 1000, costs 1 and 5: 510.655, 0.00408524 against 0.00564190.
it('finds the published optimum when the life is well known', () => {
  const { policies, recommended, reason } = of({ records: seenInFull(2, 1000) })
  const [trade, learned, wait] = policies
  expect(learned!.interval).toBeGreaterThan(470)
  expect(learned!.interval).toBeLessThan(550)
  expect(learned!.cost.mean).toBeCloseTo(0.00408524, 4)
  expect(wait!.cost.mean).toBeCloseTo(0.0056419, 4)
  expect(trade!.cost.mean).toBeCloseTo(
    replacementCostRate({ shape: 2, scale: 1000 }, { preventive: 1, failure: 5 }, 300),
    4,
  )
  expect(recommended).toBe(learned)
  expect(reason).toBe('saves')
  expect(learned!.chanceBest).toBeGreaterThan(0.99)
})

it('costs at an interval are those at that interval, for every rule', () => {
  const life = { shape: 2, scale: 1000 }
  const { failures, planned } = ruleRates(life, 400)
  expect(5 * failures + planned).toBeCloseTo(replacementCostRate(life, { preventive: 1, failure: 5 }, 400), 12)
  const known = of({ records: seenInFull(2, 1000), tradeInterval: 400 }).policies[0]!
  expect(known.failures.mean).toBeCloseTo(failures, 4)
  expect(known.planned.mean).toBeCloseTo(planned, 4)
})

it('keeps the trade’s interval while nothing has failed', () => {
  for (const records of [[], [runningAt(900, 20)], [failedAt(0), runningAt(10)]]) {
    const { recommended, reason } = of({ records })
    expect(recommended.policy).toBe('trade interval')
    expect(recommended.interval).toBeCloseTo(300, 9)
    expect(reason).toBe('nothing failed yet')
  }
})

it('waits for the failure where age makes no difference', () => {
  const { recommended } = of({ records: seenInFull(1, 1000), tradeInterval: 200 })
  expect(recommended).toMatchObject({ policy: 'wait for the failure', interval: null })
  expect(of({ records: seenInFull(1, 1000), tradeInterval: 200 }).policies[1]!.saving.mean).toBeGreaterThan(0.05)
})

it('keeps the trade’s interval where that is right', () => {
  const best = ageReplacement({ shape: 2, scale: 1000 }, { preventive: 1, failure: 5 })
  const tradeInterval = best.kind === 'at' ? best.age : 0
  expect(of({ records: seenInFull(2, 1000), tradeInterval }).recommended.policy).toBe('trade interval')
})

it('is not sure after one early failure', () => {
  const { recommended, reason, policies } = of({ records: [failedAt(350), runningAt(250, 3)] })
  expect(recommended.policy).toBe('trade interval')
  expect(['not sure enough', 'saves little', 'the trade is best']).toContain(reason)
  const [low, high] = policies[0]!.cost.limits
  expect(high / low).toBeGreaterThan(2)
})

it('does not depend on the order of the records; chances are shares of one', () => {
  fc.assert(
    fc.property(
      lifeRecords.chain((records) =>
        fc.tuple(fc.constant(records), fc.shuffledSubarray(records, { minLength: records.length })),
      ),
      ([records, other]) => {
        const [a, b] = [of({ records }), of({ records: other })]
        expect(b.recommended).toEqual(a.recommended)
        expect(a.policies.reduce((sum, { chanceBest }) => sum + chanceBest, 0)).toBeCloseTo(1, 9)
        for (const { cost } of a.policies) {
          expect(cost.limits[0]).toBeLessThanOrEqual(cost.median)
          expect(cost.limits[1]).toBeGreaterThanOrEqual(cost.median)
        }
      },
    ),
    { numRuns: 25 },
  )
})

it('scales with ages and with money', () => {
  const records = [failedAt(200), failedAt(340), failedAt(410), failedAt(515), failedAt(620), runningAt(250, 3)]
  const before = of({ records })
  const after = of({
    records: records.map((r) => ({ ...r, lower: r.lower! * 10, upper: r.upper && r.upper * 10 })),
    tradeInterval: 3000,
    cost: { preventive: 7, failure: 35 },
  })
  expect(after.recommended.policy).toBe(before.recommended.policy)
  expect(after.policies[1]!.interval! / before.policies[1]!.interval!).toBeCloseTo(10, 0)
  expect(after.policies[2]!.cost.mean / before.policies[2]!.cost.mean).toBeCloseTo(0.7, 3)
})

const looksOf = (defectRate: number, delayMean: number, weight = 1): [number, number, number] => [
  defectRate,
  delayMean,
  weight,
]

it('with a neighbour that is changed often, going with it is cheaper than going alone', () => {
  const alone = of({ records: seenInFull(3, 1000), tradeInterval: 400 })
  const both = of({ records: seenInFull(3, 1000), tradeInterval: 400, together: { rate: 1 / 60, cost: 0.3 } })
  expect(alone.policies.map(({ policy }) => policy)).not.toContain('change together')
  const together = both.policies.find(({ policy }) => policy === 'change together')!
  expect(together.cost.mean).toBeLessThan(0.6 * both.policies[1]!.cost.mean)
  expect(both.recommended).toBe(together)
  expect(together.interval).toBeGreaterThan(0)
  expect(both.policies.reduce((sum, { chanceBest }) => sum + chanceBest, 0)).toBeCloseTo(1, 9)
  expect(policyWords(both, 'h')).toContain('whenever its neighbour is changed')
  // One that hardly ever comes is no rule of its own: waiting costs the same.
  const rare = of({ records: seenInFull(3, 1000), tradeInterval: 400, together: { rate: 1e-7, cost: 0.3 } })
  expect(rare.policies[3]!.cost.mean / rare.policies[2]!.cost.mean).toBeCloseTo(1, 2)
})

// Christer & Waller (1984): λ 0.002, μ 200 h, costs 5, 80 and 10: 152.936 h, 0.0948324 per h.
it('looking on condition is the published optimum when rate and delay are known', () => {
  const { policies, recommended } = of({
    records: seenInFull(1.2, 600),
    cost: { preventive: 10, failure: 80 },
    tradeInterval: 2000,
    looks: { nodes: [looksOf(0.002, 200)], longest: null, cost: 5 },
  })
  const looks = policies.at(-1)!
  expect(looks.policy).toBe('look and replace on condition')
  expect(looks.interval).toBeCloseTo(152.936, 0)
  expect(looks.cost.mean).toBeCloseTo(0.0948324, 5)
  expect(recommended).toBe(looks)
  expect(looks.chanceBest).toBeGreaterThan(0.95)
})

it('looks lie no farther apart than what was seen can say', () => {
  const { policies } = of({
    records: seenInFull(1.2, 600),
    cost: { preventive: 10, failure: 80 },
    looks: { nodes: [looksOf(0.002, 200)], longest: 60, cost: 5 },
  })
  expect(policies.at(-1)!.interval).toBe(60)
  // At that distance, not at the best: 5/60 + 0.002·(80·b + 10·(1 − b)).
  const missed = 1 - (200 / 60) * (1 - Math.exp(-60 / 200))
  expect(policies.at(-1)!.cost.mean).toBeCloseTo(5 / 60 + 0.002 * (80 * missed + 10 * (1 - missed)), 9)
})

it('looks that find nothing in time are no rule', () => {
  const { policies } = of({
    records: seenInFull(2, 1000),
    looks: { nodes: [looksOf(0.001, 0.01)], longest: null, cost: 5 },
  })
  expect(policies.map(({ policy }) => policy)).not.toContain('look and replace on condition')
})

it('doubt about what looks find shares out the chance to be best', () => {
  const of100 = (weight: number) =>
    of({
      records: seenInFull(1.2, 600),
      cost: { preventive: 10, failure: 80 },
      tradeInterval: 600,
      looks: { nodes: [looksOf(0.002, 200, weight), looksOf(0.02, 20, 1 - weight)], longest: null, cost: 5 },
    })
  const [sure, unsure] = [of100(0.9).policies.at(-1)!, of100(0.3).policies.at(-1)!]
  expect(sure.chanceBest).toBeGreaterThan(unsure.chanceBest)
  expect(unsure.cost.limits[1]).toBeGreaterThan(unsure.cost.mean)
})

it.each([
  [{ together: { rate: 0, cost: 1 } }, 'not-positive'],
  [{ looks: { nodes: [], longest: null, cost: -1 } }, 'not-positive'],
  [{ cost: { preventive: 0, failure: 5 } }, 'costs-not-positive'],
  [{ cost: { preventive: 5, failure: 5 } }, 'costs-reversed'],
  [{ tradeInterval: 0 }, 'not-positive'],
  [{ tradeWeight: -1 }, 'weight-not-positive'],
  [{ neighbours: [failedAt(1)], neighbourWeight: NaN }, 'weight-not-positive'],
  [{ records: [failedAt(-1)] }, 'age-not-positive'],
  [{ neighbours: [{ lower: 5, upper: 4, weight: 1 }] }, 'limits-reversed'],
])('refuses %j', (change, code) => {
  expect(() => of(change)).toThrow(expect.objectContaining({ code }) as Error)
})

it('says what to do and why', () => {
  const words = (evidence: Partial<PolicyEvidence>) => policyWords(of(evidence), 'h')
  expect(words({ records: seenInFull(2, 1000) })).toMatch(
    /^Replace at 5\d\d h: with 400 failed here, that saves \d+ % \(between/,
  )
  expect(words({ records: seenInFull(1, 1000), tradeInterval: 200 })).toContain('Wait for the failure and keep a spare')
  expect(words({})).toContain("the catalogue's interval of 300 h stands")
})
