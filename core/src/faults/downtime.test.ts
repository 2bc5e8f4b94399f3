import fc from 'fast-check'
import { availability, addRecords, type ServiceRecord } from './availability.ts'
import { splitDowntime } from './splitDowntime.ts'

const hour = 3600_000
const span = (from: number, until: number) => ({ fromMs: from * hour, untilMs: until * hour })

describe('splitDowntime', () => {
  it.each([
    ['nobody came', [], 0, 0],
    ['one came', [span(2, 3)], 0, 1],
    ['two at once count once', [span(2, 4), span(3, 5)], 0, 3],
    ['one inside the other', [span(2, 6), span(3, 4)], 0, 4],
    ['begun before the report, still at it after the release', [span(-3, 1), span(9, 20)], 0, 2],
    ['the same span twice', [span(1, 2), span(1, 2)], 0, 1],
    ['told minutes when nothing was kept', [], 90, 1.5],
    ['told minutes never beyond the time down', [], 6000, 10],
    ['what was kept counts before what is told', [span(2, 3)], 240, 1],
  ])('%s', (_, work, told, working) => {
    const split = splitDowntime(span(0, 10), work, told)
    expect(split.hours).toBe(10)
    expect(split.workingHours).toBeCloseTo(working, 9)
    expect(split.waitingHours).toBeCloseTo(10 - working, 9)
  })

  it('does not depend on the order, and never exceeds the time down', () => {
    const any = fc.tuple(fc.integer({ min: -5, max: 15 }), fc.integer({ min: 0, max: 10 }))
    fc.assert(
      fc.property(fc.array(any, { maxLength: 6 }), (raw) => {
        const work = raw.map(([from, long]) => span(from, from + long))
        const split = splitDowntime(span(0, 10), work)
        expect(split.workingHours).toBeLessThanOrEqual(10)
        expect(splitDowntime(span(0, 10), work.toReversed())).toEqual(split)
      }),
    )
  })

  it('refuses a span that ends before it begins', () => {
    expect(() => splitDowntime(span(2, 1), [])).toThrow(expect.objectContaining({ code: 'time-reversed' }))
  })
})

describe('availability', () => {
  const record = (some: Partial<ServiceRecord>): ServiceRecord => ({
    ownedHours: 365 * 24,
    downHours: 0,
    runHours: 2000,
    failures: 0,
    restored: 0,
    restoredHours: 0,
    ...some,
  })

  // Days down ÷ days owned, by hand: 1 − 7/365.
  it('of seven days down in a year is 98.08 %', () => {
    const found = availability(record({ downHours: 7 * 24, failures: 4, restored: 4, restoredHours: 7 * 24 }))
    expect(found.availability * 100).toBeCloseTo(98.08, 2)
    expect(found.runHoursBetweenFailures).toBe(500)
    expect(found.hoursToRestore).toBe(42)
  })

  it('says nothing of means without a failure', () => {
    expect(availability(record({}))).toEqual({ availability: 1, runHoursBetweenFailures: null, hoursToRestore: null })
  })

  it('of two printers is that of their hours together', () => {
    const both = addRecords([record({ downHours: 876 }), record({ failures: 1 })])
    expect(availability(both).availability).toBeCloseTo(0.95, 9)
    expect(availability(both).runHoursBetweenFailures).toBe(4000)
  })

  it('refuses no time at all, and more down than owned', () => {
    expect(() => availability(record({ ownedHours: 0 }))).toThrow(/no time/)
    expect(() => availability(record({ downHours: 9000 }))).toThrow(/longer than it was owned/)
  })
})
