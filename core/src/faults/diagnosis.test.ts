import fc from 'fast-check'
import { causePriors } from './causePriors.ts'
import { expectedMinutes, lookAndFixOrder, type Look } from './lookAndFix.ts'
import { entropyBits, rankTests } from './nextTest.ts'
import { posterior } from './posterior.ts'
import { afterFix, isReturning } from './returning.ts'

const chanceOf = (chances: { causeId: string; chance: number }[], id: string) =>
  chances.find(({ causeId }) => causeId === id)!.chance

describe('causePriors', () => {
  it('is the trade table while nothing was closed here, and says so', () => {
    const { chances, ownShare } = causePriors([
      { causeId: 'nozzle', tradeWeight: 3, ownFaults: 0 },
      { causeId: 'lever', tradeWeight: 1, ownFaults: 0 },
    ])
    expect(chances.map(({ chance }) => chance)).toEqual([0.75, 0.25])
    expect(ownShare).toBe(0)
  })

  it('leans on the own faults more and more: worked by hand', () => {
    // (10 · 0.75 + 4) / (10 + 11) and (10 · 0.25 + 7) / (10 + 11)
    const { chances, ownShare } = causePriors([
      { causeId: 'nozzle', tradeWeight: 3, ownFaults: 4 },
      { causeId: 'lever', tradeWeight: 1, ownFaults: 7 },
    ])
    expect(chances[0]!.chance).toBeCloseTo(11.5 / 21, 12)
    expect(chances[1]!.chance).toBeCloseTo(9.5 / 21, 12)
    expect(ownShare).toBeCloseTo(11 / 21, 12)
  })

  it('goes to the own shares as faults pile up', () => {
    const { chances } = causePriors([
      { causeId: 'a', tradeWeight: 9, ownFaults: 1000 },
      { causeId: 'b', tradeWeight: 1, ownFaults: 9000 },
    ])
    expect(chanceOf(chances, 'b')).toBeCloseTo(0.9, 2)
  })

  it('refuses a symptom without causes', () => {
    expect(() => causePriors([])).toThrow(expect.objectContaining({ code: 'no-causes' }))
    expect(() => causePriors([{ causeId: 'a', tradeWeight: 0, ownFaults: 3 }])).toThrow(/No cause/)
  })
})

describe('posterior', () => {
  const before = [
    { causeId: 'blocked nozzle', chance: 0.5 },
    { causeId: 'cracked lever', chance: 0.3 },
    { causeId: 'fan', chance: 0.2 },
  ]
  /** Pushed by hand, hot: filament goes through. */
  const goesThrough = { likelihood: { 'blocked nozzle': 0.1, 'cracked lever': 0.9 }, otherwise: 0.4 }

  it('works the table by hand', () => {
    // 0.05, 0.27, 0.08: together 0.40
    const after = posterior(before, [goesThrough])
    expect(chanceOf(after, 'blocked nozzle')).toBeCloseTo(0.125, 12)
    expect(chanceOf(after, 'cracked lever')).toBeCloseTo(0.675, 12)
    expect(chanceOf(after, 'fan')).toBeCloseTo(0.2, 12)
  })

  it('does not depend on the order of the findings, and always adds up to 1', () => {
    const likelihoods = fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), { minLength: 3, maxLength: 3 })
    fc.assert(
      fc.property(fc.array(likelihoods, { minLength: 1, maxLength: 5 }), (rows) => {
        const findings = rows.map(([a, b, c]) => ({
          likelihood: { 'blocked nozzle': a!, 'cracked lever': b! },
          otherwise: c!,
        }))
        const there = posterior(before, findings)
        const back = posterior(before, findings.toReversed())
        expect(there.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9)
        there.forEach(({ chance }, i) => expect(chance).toBeCloseTo(back[i]!.chance, 9))
      }),
    )
  })

  it('refuses what no cause could lead to, and chances that are none', () => {
    expect(() => posterior(before, [{ likelihood: {}, otherwise: 0 }])).toThrow(
      expect.objectContaining({ code: 'impossible-findings' }),
    )
    expect(() => posterior(before, [{ likelihood: {}, otherwise: 1.2 }])).toThrow(
      expect.objectContaining({ code: 'impossible-figure' }),
    )
  })

  it('sinks the cause that was put right when the fault is there again', () => {
    // 0.5 · 0.1 = 0.05 of 0.55: the nozzle falls to a eleventh, the others rise alike.
    const after = posterior(before, [afterFix('blocked nozzle', true)])
    expect(chanceOf(after, 'blocked nozzle')).toBeCloseTo(0.05 / 0.55, 12)
    expect(chanceOf(after, 'cracked lever')).toBeCloseTo(0.3 / 0.55, 12)
    expect(chanceOf(posterior(before, [afterFix('blocked nozzle', false)]), 'blocked nozzle')).toBeGreaterThan(0.9)
  })

  it.each([
    [100, 100, true],
    [100, 150, true],
    [100, 150.1, false],
    [100, 99, false],
  ])('fixed at %d h, there again at %d h: the same fault is %s', (fixed, again, same) => {
    expect(isReturning(fixed, again)).toBe(same)
  })
})

describe('rankTests', () => {
  const half = [
    { causeId: 'a', chance: 0.5 },
    { causeId: 'b', chance: 0.5 },
  ]
  const yesNo = (a: number, b: number) => [
    { likelihood: { a, b }, otherwise: 0.5 },
    { likelihood: { a: 1 - a, b: 1 - b }, otherwise: 0.5 },
  ]

  it('knows the entropy of a coin and of four equal causes', () => {
    expect(entropyBits(half)).toBe(1)
    expect(entropyBits('abcd'.split('').map((causeId) => ({ causeId, chance: 0.25 })))).toBe(2)
    expect(entropyBits([{ causeId: 'a', chance: 1 }])).toBe(0)
  })

  it('worked by hand: a sure test tells all, a noisy one 0.531 bits, an idle one nothing', () => {
    const [sure, noisy, idle] = rankTests(half, [
      { testId: 'sure', minutes: 1, outcomes: yesNo(1, 0) },
      { testId: 'noisy', minutes: 1, outcomes: yesNo(0.9, 0.1) },
      { testId: 'idle', minutes: 1, outcomes: yesNo(0.3, 0.3) },
    ])
    expect(sure!.bits).toBeCloseTo(1, 12)
    // 1 − H(0.9) = 1 − 0.468996
    expect(noisy!.bits).toBeCloseTo(0.531004, 6)
    expect(idle!.bits).toBeCloseTo(0, 12)
    expect(noisy!.outcomeChances).toEqual([0.5, 0.5])
  })

  it('prefers the quick test when it tells more per minute', () => {
    const order = rankTests(half, [
      { testId: 'sure but slow', minutes: 10, outcomes: yesNo(1, 0) },
      { testId: 'quick look', minutes: 1, outcomes: yesNo(0.8, 0.2) },
    ])
    expect(order.map(({ testId }) => testId)).toEqual(['quick look', 'sure but slow'])
  })

  it('never loses by a test', () => {
    const p = fc.double({ min: 0.01, max: 0.99, noNaN: true })
    fc.assert(
      fc.property(p, p, p, (prior, a, b) => {
        const chances = [
          { causeId: 'a', chance: prior },
          { causeId: 'b', chance: 1 - prior },
        ]
        const [one] = rankTests(chances, [{ testId: 't', minutes: 2, outcomes: yesNo(a, b) }])
        expect(one!.bits).toBeGreaterThanOrEqual(0)
        expect(one!.bits).toBeLessThanOrEqual(entropyBits(chances) + 1e-9)
      }),
    )
  })

  it('refuses a test that takes no time', () => {
    expect(() => rankTests(half, [{ testId: 't', minutes: 0, outcomes: yesNo(1, 0) }])).toThrow(/0 minutes/)
  })
})

describe('lookAndFixOrder', () => {
  /** Every order there is. */
  function orders<T>(list: T[]): T[][] {
    if (list.length < 2) return [list]
    return list.flatMap((one, i) => orders([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]))
  }

  it('worked by hand: the lever first although the nozzle is likelier', () => {
    const looks = [
      { id: 'nozzle', chance: 0.6, minutes: 10 },
      { id: 'lever', chance: 0.2, minutes: 1 },
    ]
    expect(lookAndFixOrder(looks).map(({ id }) => id)).toEqual(['lever', 'nozzle'])
    // 1 + 10 · 0.8 against 10 + 1 · 0.4
    expect(expectedMinutes(lookAndFixOrder(looks))).toBeCloseTo(9, 12)
    expect(expectedMinutes(looks)).toBeCloseTo(10.4, 12)
  })

  it('is never beaten by any other order, for up to seven causes', () => {
    const look = fc.record({
      weight: fc.double({ min: 0.01, max: 1, noNaN: true }),
      minutes: fc.integer({ min: 1, max: 40 }),
    })
    fc.assert(
      fc.property(fc.array(look, { minLength: 1, maxLength: 7 }), (raw) => {
        const total = raw.reduce((sum, { weight }) => sum + weight, 0)
        const looks: Look[] = raw.map(({ weight, minutes }, i) => ({ id: String(i), chance: weight / total, minutes }))
        const best = Math.min(...orders(looks).map(expectedMinutes))
        expect(expectedMinutes(lookAndFixOrder(looks))).toBeCloseTo(best, 9)
      }),
      { numRuns: 40 },
    )
  })
})
