import fc from 'fast-check'
import { failedAt, handbookUnits, runningAt } from '../testing/handbookUnits.ts'
import { lifeRecords } from '../testing/lifetimes.ts'
import { fitWeibull } from './fitWeibull.ts'
import { worthInFailures } from './lifePrior.ts'
import { chanceAtUnknownAge, chanceOfNodes, LifePosterior } from './lifePosterior.ts'

/** A prior of this weight around shape 2 and scale 118. */
const weighed = (weight: number) => ({
  shapeMedian: 2,
  shapeSd: 0.5 / Math.sqrt(weight),
  scaleMedian: 118,
  scaleSd: 0.7 / Math.sqrt(weight),
})

const prior = { shapeMedian: 1.5, shapeSd: 0.5, scaleMedian: 300, scaleSd: 0.7 }

// Meeker, Escobar & Pascual (2022), the method; figures by a plain sum over 1,500 × 1,500 points eight spreads wide.
describe('three failures and two running, under a prior', () => {
  const posterior = new LifePosterior({
    records: [failedAt(267), failedAt(310), failedAt(207), runningAt(30), runningAt(141)],
    prior,
    anchor: 300,
  })
  it('has the mean shape and scale of the plain sum', () => {
    expect(posterior.shape().mean).toBeCloseTo(2.63837, 3)
    expect(posterior.scale().mean).toBeCloseTo(307.765, 1)
  })
  it('has its chance to fail before 250 h when good at 141 h', () => {
    expect(posterior.figure((k, s) => 1 - Math.exp((141 / s) ** k - (250 / s) ** k)).mean).toBeCloseTo(0.40418, 4)
  })
  it('is told by few points nearly as well', () => {
    const nodes = posterior.nodes()
    expect(nodes.length).toBeLessThan(200)
    const { mean, limits } = chanceOfNodes(nodes, 141, 109)
    expect(mean).toBeCloseTo(0.404, 2)
    const whole = posterior.figure((k, s) => 1 - Math.exp((141 / s) ** k - (250 / s) ** k))
    expect(limits[0]).toBeCloseTo(whole.limits[0], 1)
    expect(limits[1]).toBeCloseTo(whole.limits[1], 1)
  })
})

it('is the prior without records', () => {
  const posterior = new LifePosterior({ records: [], prior, anchor: 200 })
  expect(posterior.shape().median).toBeCloseTo(1.5, 2)
  expect(posterior.scale().median / 300).toBeCloseTo(1, 2)
  // 1.96 spreads on either side.
  expect(Math.log(posterior.scale().limits[1] / 300)).toBeCloseTo(1.96 * 0.7, 1)
})

it('is the likelihood where the prior weighs next to nothing', () => {
  const fit = fitWeibull(handbookUnits)
  const many = handbookUnits.map((record) => ({ ...record, weight: record.weight * 40 }))
  const weak = new LifePosterior({ records: many, prior: weighed(1e-6), anchor: 60 })
  expect(weak.shape().median / fit.shape).toBeCloseTo(1, 2)
  expect(weak.scale().median / fit.scale).toBeCloseTo(1, 2)
})

it('comes nearer to the prior the more that counts', () => {
  const medians = [0.01, 0.3, 1, 10, 1e5].map(
    (weight) => new LifePosterior({ records: handbookUnits, prior: weighed(weight), anchor: 60 }).scale().median,
  )
  expect([...medians].sort((a, b) => b - a)).toEqual(medians)
  expect(medians.at(-1)! / 118).toBeCloseTo(1, 1)
})

it('does not depend on the order of records, nor on their being listed one by one', () => {
  fc.assert(
    fc.property(
      lifeRecords.chain((records) =>
        fc.tuple(fc.constant(records), fc.shuffledSubarray(records, { minLength: records.length })),
      ),
      ([records, other]) => {
        const [a, b] = [records, other].map((list) => new LifePosterior({ records: list, prior, anchor: 300 }))
        expect(b!.scale()).toEqual(a!.scale())
        const twice = new LifePosterior({ records: records.map((r) => ({ ...r, weight: 2 })), prior, anchor: 300 })
        const listed = new LifePosterior({ records: [...records, ...records], prior, anchor: 300 })
        expect(listed.scale().median / twice.scale().median).toBeCloseTo(1, 6)
      },
    ),
    { numRuns: 15 },
  )
})

it('is surer with more of the same', () => {
  const width = (times: number) => {
    const [low, high] = new LifePosterior({
      records: handbookUnits.map((r) => ({ ...r, weight: r.weight * times })),
      prior,
      anchor: 300,
    }).scale().limits
    return Math.log(high / low)
  }
  expect(width(2)).toBeLessThan(width(1))
  expect(width(200)).toBeLessThan(width(20) / 2)
})

it('takes neighbours in by their weight: 0 is none, 1 is as our own', () => {
  const [own, others] = [handbookUnits.slice(0, 4), handbookUnits.slice(4)]
  const with_ = (neighbourWeight: number) =>
    new LifePosterior({ records: own, neighbours: others, neighbourWeight, prior, anchor: 300 })
  expect(with_(0).scale()).toEqual(new LifePosterior({ records: own, prior, anchor: 300 }).scale())
  expect(with_(1).scale()).toEqual(new LifePosterior({ records: handbookUnits, prior, anchor: 300 }).scale())
  expect(with_(1).failures).toBe(4)
})

it('says what the catalogue is worth in failures', () => {
  const { ofScale, ofShape } = worthInFailures(weighed(1))
  expect(ofScale).toBeCloseTo(0.51, 2)
  expect(ofShape).toBeCloseTo(2.19, 2)
})

describe('a part of unknown age', () => {
  it('that knows no age fails as often at any', () =>
    // Exponential lives have no memory: 1 − e^(−h/mean), whatever the age.
    expect(chanceAtUnknownAge([[1, 200, 1]], 0, 50).mean).toBeCloseTo(1 - Math.exp(-0.25), 6))

  it('that wears is likelier to fail than a new one, and in wider doubt than one of known age', () => {
    const unknown = chanceAtUnknownAge([[3, 300, 1]], 0, 14)
    expect(unknown.mean).toBeGreaterThan(10 * chanceOfNodes([[3, 300, 1]], 0, 14).mean)
    const known = chanceOfNodes([[3, 300, 1]], 150, 14)
    expect(unknown.limits[1] - unknown.limits[0]).toBeGreaterThan(known.limits[1] - known.limits[0])
  })

  it('is near the share of its residual life in equilibrium', () => {
    // Shape 2: mean 0.8862 of the scale, chance (1/mean)·∫₀ʰ S(u) du for a small h is h/mean, by hand.
    const { mean } = chanceAtUnknownAge([[2, 1000, 1]], 0, 10)
    expect(mean).toBeGreaterThan(0.8 * (10 / 886.2))
    expect(mean).toBeLessThan(1.2 * (10 / 886.2))
  })
})
