import fc from 'fast-check'
import { counterAt } from './counterAt.ts'
import { noCounters, type CounterPoint } from './counters.ts'
import { dailyMeans } from './dailyMeans.ts'
import { meterGain } from './evidence.ts'

const hour = 3600_000
const day = 24 * hour
const point = (atMs: number, hours: number, prints = 0): CounterPoint => ({ ...noCounters, atMs, hours, prints })

describe('counterAt', () => {
  const before = point(0, 10, 2)
  const after = point(100, 30, 4)
  it.each([
    [0, 10, 2],
    [50, 20, 3],
    [100, 30, 4],
    [500, 30, 4],
    [-5, 10, 2],
  ])('at %d', (at, hours, prints) => expect(counterAt(before, after, at)).toMatchObject({ hours, prints }))
  it('stands still after the last evidence', () => expect(counterAt(before, null, 999).hours).toBe(10))
})

describe('meterGain', () => {
  const before = { atMs: 0, shows: 100 }
  const plain = (shows: number, hours: number) => ({ shows, beganAt: null, oldEndedAt: null, atMs: hours * hour })

  it('is what the meter shows more', () => expect(meterGain(before, plain(104.5, 10))).toBe(4.5))

  it('carries on over a reset, with the old end where it was read', () => {
    expect(meterGain(before, { ...plain(3, 10), beganAt: 0 })).toBe(3)
    expect(meterGain(before, { ...plain(3, 10), beganAt: 0, oldEndedAt: 104 })).toBe(7)
  })

  it('starts a second-hand meter at its own figure', () =>
    expect(meterGain(before, { ...plain(1832, 10), beganAt: 1830 })).toBe(2))

  it.each([
    ['backwards', plain(99.9, 10), 'meter-backwards'],
    ['new meter backwards', { ...plain(5, 10), beganAt: 9 }, 'meter-backwards'],
    ['old meter backwards', { ...plain(5, 10), beganAt: 0, oldEndedAt: 90 }, 'meter-backwards'],
    ['25 h and more in a day', plain(126, 24), 'more-than-passed'],
  ])('refuses %s', (_, reading, code) =>
    expect(() => meterGain(before, reading)).toThrow(expect.objectContaining({ code }) as Error),
  )

  it('believes whole hours of a meter', () => expect(meterGain(before, plain(125, 24))).toBe(25))
})

describe('dailyMeans', () => {
  it('is each counter over days', () =>
    expect(dailyMeans(point(0, 100, 10), point(28 * day, 240, 66))).toMatchObject({ hours: 5, prints: 2 }))
  it('does not guess from less than a day', () => expect(dailyMeans(point(0, 0), point(day / 2, 12))).toBeNull())
  it('never runs backwards', () =>
    fc.assert(
      fc.property(fc.float({ noNaN: true }), (hours) => {
        expect(dailyMeans(point(0, 10), point(2 * day, hours))!.hours).toBeGreaterThanOrEqual(0)
      }),
    ))
})
