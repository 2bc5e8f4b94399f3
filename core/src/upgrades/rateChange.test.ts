import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { InputProblem } from '../inputProblem.ts'
import { seeded } from '../testing/lifetimes.ts'
import { rateChange } from './rateChange.ts'

describe('two rates', () => {
  // Przyborowski & Wilenski (1940): the chance by summing the fifteen splits of 14 events; limits by Clopper & Pearson (1934).
  test('11 in 8,000 h against 3 in 9,000 h', () => {
    const { ratio, limits, pValue } = rateChange({ events: 11, time: 8000 }, { events: 3, time: 9000 })
    expect(ratio).toBeCloseTo(4.125, 9)
    expect(pValue).toBeCloseTo(0.02858, 5)
    expect(limits[0]).toBeCloseTo(1.0897, 4)
    expect(limits[1]).toBeCloseTo(23.03, 2)
  })

  test('nothing afterwards, nothing at all', () => {
    expect(rateChange({ events: 5, time: 100 }, { events: 0, time: 100 })).toMatchObject({
      ratio: null,
      limits: [expect.any(Number), null],
    })
    expect(rateChange({ events: 0, time: 100 }, { events: 0, time: 100 })).toEqual({
      ratio: null,
      limits: [0, null],
      pValue: 1,
      moreTimeFor: { halving: null },
    })
  })

  const watched = fc.record({ events: fc.integer({ min: 0, max: 25 }), time: fc.integer({ min: 100, max: 2000 }) })
  test('turned round give the inverse, and do not depend on the unit of time', () => {
    fc.assert(
      fc.property(watched, watched, fc.integer({ min: 2, max: 60 }), (a, b, unit) => {
        const [there, back] = [rateChange(a, b), rateChange(b, a)]
        expect(back.pValue).toBeCloseTo(there.pValue, 9)
        if (there.ratio && back.ratio) expect(there.ratio * back.ratio).toBeCloseTo(1, 9)
        const scaled = rateChange({ ...a, time: a.time * unit }, { ...b, time: b.time * unit })
        expect(scaled.pValue).toBeCloseTo(there.pValue, 9)
        const [more, moreScaled] = [there.moreTimeFor.halving, scaled.moreTimeFor.halving]
        if (more === null) expect(moreScaled).toBeNull()
        else expect(moreScaled! / unit / (more + 1e-9)).toBeCloseTo(more === 0 ? 0 : 1, 6)
      }),
      { numRuns: 25 },
    )
  })

  test('of equal rates are called different in no more than 5 of 100 cases', () => {
    const random = seeded(5)
    const poisson = (mean: number) => {
      let [k, product] = [0, random()]
      while (product > Math.exp(-mean)) [k, product] = [k + 1, product * random()]
      return k
    }
    let called = 0
    for (let i = 0; i < 300; i++)
      if (rateChange({ events: poisson(9), time: 900 }, { events: poisson(14), time: 1400 }).pValue < 0.05) called++
    expect(called / 300).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / 300))
  })
})

describe('how long until a halving could be seen', () => {
  test('a halving is then seen in some 8 of 10 cases', () => {
    const before = { events: 30, time: 3000 }
    const more = rateChange(before, { events: 1, time: 200 }).moreTimeFor.halving!
    expect(more).toBeGreaterThan(0)
    const random = seeded(11)
    const time = 200 + more
    let seen = 0
    for (let i = 0; i < 300; i++) {
      // Time between events of a halved rate.
      let [events, at] = [0, 0]
      for (;;) {
        at += -Math.log(random()) / (before.events / before.time / 2)
        if (at > time) break
        events++
      }
      const { pValue, ratio } = rateChange(before, { events, time })
      if (pValue < 0.05 && (ratio === null || ratio > 1)) seen++
    }
    expect(Math.abs(seen / 300 - 0.8)).toBeLessThan(4 * Math.sqrt((0.8 * 0.2) / 300) + 0.02)
  })
  test('is none where it would be seen by now, and for ever where too little happened before', () => {
    expect(rateChange({ events: 200, time: 1000 }, { events: 90, time: 1000 }).moreTimeFor.halving).toBe(0)
    expect(rateChange({ events: 3, time: 1000 }, { events: 0, time: 100 }).moreTimeFor.halving).toBeNull()
  })
})

test.each([
  [{ events: 1, time: 0 }, { events: 1, time: 1 }, 'not-positive'],
  [{ events: 1, time: 1 }, { events: 1.5, time: 1 }, 'impossible-figure'],
  [{ events: -1, time: 1 }, { events: 1, time: 1 }, 'impossible-figure'],
])('refuses %j and %j', (before, after, code) => {
  const refused = () => rateChange(before, after)
  expect(refused).toThrow(InputProblem)
  expect(refused).toThrow(expect.objectContaining({ code }))
})
