import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { seeded } from '../testing/lifetimes.ts'
import { replacementsAhead } from './replacementsAhead.ts'
import { whatToKeep } from './whatToKeep.ts'
import { stockOnHand, type StockEvent } from './stockOnHand.ts'

const event = fc.record({
  kind: fc.constantFrom('counted' as const, 'in' as const, 'out' as const),
  pieces: fc.integer({ min: 0, max: 20 }),
})

describe('what lies on the shelf', () => {
  test('is never below none, and no piece is lost from the books', () => {
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), (events) => {
        const { pieces, unaccounted } = stockOnHand(events)
        expect(pieces).toBeGreaterThanOrEqual(0)
        const last = events.findLastIndex(({ kind }) => kind === 'counted')
        const since = events.slice(Math.max(0, last))
        const sum = since.reduce((all, { kind, pieces: some }) => all + (kind === 'out' ? -some : some), 0)
        expect(pieces - unaccounted).toBe(sum)
      }),
    )
  })
  test('two who take the last one at once: none is left, and one is unaccounted for until somebody counts', () => {
    const events: StockEvent[] = [
      { kind: 'counted', pieces: 1 },
      { kind: 'out', pieces: 1 },
      { kind: 'out', pieces: 1 },
    ]
    expect(stockOnHand(events)).toEqual({ pieces: 0, unaccounted: 1 })
    expect(stockOnHand([...events, { kind: 'counted', pieces: 4 }])).toEqual({ pieces: 4, unaccounted: 0 })
  })
})

/** After so many days, in steps of a day or two. */
const ahead = (
  nodes: readonly (readonly [number, number, number])[],
  parts: { age: number; perDay: number }[],
  { interval, days }: { interval: number | null; days: number },
) =>
  replacementsAhead(
    nodes.map((node) => [...node]),
    parts,
    { interval, stepDays: days / 30, steps: 30 },
  )[29]!

describe('what is taken off the shelf ahead', () => {
  // An exponential life renews at a steady rate: 10 h a day for 30 days at a mean of 500 h is 0.6 a place.
  test('of an exponential life is its rate', () => {
    const parts = [
      { age: 0, perDay: 10 },
      { age: 1234, perDay: 10 },
    ]
    const { mean, variance } = ahead([[1, 500, 1]], parts, { interval: null, days: 30 })
    expect(mean).toBeCloseTo(1.2, 1)
    expect(variance).toBeLessThan(1.25)
  })
  test('where a part never fails and is replaced at its interval, is counted off', () => {
    const of = (age: number) => ahead([[3, 1e9, 1]], [{ age, perDay: 10 }], { interval: 200, days: 30 })
    expect(of(0).mean).toBeCloseTo(1, 6)
    expect(of(150).mean).toBeCloseTo(2, 6)
    expect(of(150).variance).toBeLessThan(1.1)
    expect(of(500).mean).toBeGreaterThanOrEqual(2)
  })
  test('as simulated, with an interval and failures before it', () => {
    const [shape, scale, interval, perDay, days] = [2, 400, 350, 8, 60]
    const ages = [0, 100, 200, 300]
    const found = ahead(
      [[shape, scale, 1]],
      ages.map((age) => ({ age, perDay })),
      { interval, days },
    )
    const random = seeded(21)
    const counts: number[] = []
    for (let run = 0; run < 4000; run++) {
      let count = 0
      for (const age of ages) {
        let at = 0
        let end = Math.min(interval, scale * (-Math.log(random()) + (age / scale) ** shape) ** (1 / shape)) - age
        while (at + end <= perDay * days) {
          count++
          at += end
          end = Math.min(interval, scale * (-Math.log(random())) ** (1 / shape))
        }
      }
      counts.push(count)
    }
    const mean = counts.reduce((a, b) => a + b, 0) / counts.length
    const variance = counts.reduce((a, b) => a + (b - mean) ** 2, 0) / counts.length
    expect(Math.abs(found.mean - mean) / mean).toBeLessThan(0.05)
    expect(found.variance).toBeGreaterThan(variance * 0.9)
    // On the safe side: renewals of one place are more even than Poisson.
    expect(found.variance).toBeLessThan(variance * 2.5)
  })
  test('grows with the days; where nothing runs, nothing is used', () => {
    const curve = replacementsAhead([[2, 300, 1]], [{ age: 10, perDay: 5 }], { interval: null, stepDays: 7, steps: 52 })
    curve.slice(1).forEach(({ mean }, i) => expect(mean).toBeGreaterThanOrEqual(curve[i]!.mean))
    expect(ahead([[2, 300, 1]], [{ age: 10, perDay: 0 }], { interval: null, days: 30 })).toEqual({
      mean: 0,
      variance: 0,
    })
  })
})

describe('what to keep and to order', () => {
  const shelf = { onHand: 0, coming: 0, packOf: 1, least: null }
  // Poisson of mean 2: five last in 98.3 of 100 cases, four in 94.7, two in 67.7 (Abramowitz & Stegun 1964, 26.1.22).
  test('as the check value of the spares says', () => {
    const { keep, probability, twoLast, order } = whatToKeep({ mean: 2, variance: 2 }, shelf, 0.95)
    expect([keep, order]).toEqual([5, 5])
    expect(probability).toBeCloseTo(0.98344, 5)
    expect(twoLast).toBeCloseTo(0.67668, 5)
  })
  test('what is there is not ordered again, and packs are not opened by the shop', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.constant(0), fc.double({ min: 0.001, max: 20, noNaN: true })),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 1, max: 20 }),
        (mean, scatter, lying, coming, packOf) => {
          const demand = { mean, variance: mean * scatter }
          const shelfNow = { onHand: lying, coming, packOf, least: 1 }
          const { keep, order, probability } = whatToKeep(demand, shelfNow, 0.95)
          // What is on its way counts as what is there.
          const onHand = lying + coming
          expect(order % packOf).toBe(0)
          expect(onHand + order).toBeGreaterThanOrEqual(keep > onHand ? keep : onHand)
          expect(order === 0 || onHand + order - packOf < keep).toBe(true)
          expect(probability).toBeGreaterThanOrEqual(0.95 - 1e-9)
        },
      ),
      { numRuns: 60 },
    )
  })
})
