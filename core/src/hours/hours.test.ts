import fc from 'fast-check'
import { counterAt } from './counterAt.ts'
import { dailyHours } from './dailyHours.ts'
import { recount, type CountedReading } from './recount.ts'

const day = 24 * 3600_000
const start: CountedReading = { atMs: 0, meterHours: 100, meterWasReset: false, runHours: 740 }
const reading = (atMs: number, meterHours: number, meterWasReset = false) => ({ atMs, meterHours, meterWasReset })

describe('counterAt', () => {
  const before = { atMs: 0, runHours: 10 }
  const after = { atMs: 100, runHours: 30 }
  it.each([
    [0, 10],
    [50, 20],
    [100, 30],
    [500, 30],
    [-5, 10],
  ])('at %d', (at, hours) => expect(counterAt(before, after, at)).toBe(hours))
  it('stands still after the last evidence', () => expect(counterAt(before, null, 999)).toBe(10))
})

describe('recount', () => {
  it('adds what the meter gained', () => {
    expect(recount(start, [reading(1, 104.5), reading(2, 104.5), reading(3, 110)]).map((r) => r.runHours)).toEqual([
      744.5, 744.5, 750,
    ])
  })

  it('carries on over a reset', () => {
    expect(recount(start, [reading(1, 120), reading(2, 0, true), reading(3, 8)]).map((r) => r.runHours)).toEqual([
      760, 760, 768,
    ])
    expect(recount(start, [reading(1, 3, true)])[0]!.runHours).toBe(743)
  })

  it('refuses a meter that runs backwards, and says both readings', () => {
    expect(() => recount(start, [reading(1, 99.9)])).toThrow(
      expect.objectContaining({ code: 'meter-backwards', values: { before: 100, after: 99.9 } }) as Error,
    )
  })

  it('gives the same whether counted at once or piece by piece', () => {
    const gains = fc.array(fc.tuple(fc.double({ min: 0, max: 500, noNaN: true }), fc.boolean()), {
      minLength: 1,
      maxLength: 30,
    })
    fc.assert(
      fc.property(gains, fc.nat(), (list, cut) => {
        let meter = start.meterHours
        const readings = list.map(([gain, reset], i) => {
          meter = reset ? gain : meter + gain
          return reading(i + 1, meter, reset)
        })
        const at = cut % readings.length
        const whole = recount(start, readings)
        const first = recount(start, readings.slice(0, at))
        expect([...first, ...recount(first[first.length - 1] ?? start, readings.slice(at))]).toEqual(whole)
        whole.reduce((last, r) => (expect(r.runHours).toBeGreaterThanOrEqual(last), r.runHours), start.runHours)
      }),
    )
  })
})

describe('dailyHours', () => {
  it('is hours over days', () =>
    expect(dailyHours({ atMs: 0, runHours: 100 }, { atMs: 28 * day, runHours: 240 })).toBeCloseTo(5))
  it('does not guess from less than a day', () =>
    expect(dailyHours({ atMs: 0, runHours: 0 }, { atMs: day / 2, runHours: 12 })).toBeNull())
})
