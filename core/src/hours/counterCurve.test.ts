import fc from 'fast-check'
import { counterAt } from './counterAt.ts'
import { counterCurve, gapOf, type Anchor } from './counterCurve.ts'
import { noCounters } from './counters.ts'
import type { Evidence } from './evidence.ts'

const hour = 3600_000
const anchor: Anchor = { ...noCounters, atMs: 0, hours: 1000, meterShows: 100 }
const none = { meter: null, hours: 0, prints: 0, metres: 0, abrasive: false }
const meter = (at: number, shows: number, beganAt: number | null = null): Evidence => ({
  ...none,
  kind: 'meter',
  fromMs: at * hour,
  atMs: at * hour,
  meter: { shows, beganAt, oldEndedAt: null },
})
const job = (from: number, to: number, hours = to - from, rest: Partial<Evidence> = {}): Evidence => ({
  ...none,
  kind: 'job',
  fromMs: from * hour,
  atMs: to * hour,
  hours,
  prints: 1,
  metres: 10 * hours,
  ...rest,
})
const idle = (from: number, to: number): Evidence => ({ ...job(from, to, 0), kind: 'idle', prints: 0, metres: 0 })
const spool = (from: number, to: number, metres: number): Evidence => ({
  ...job(from, to, 0),
  kind: 'spool',
  prints: 0,
  metres,
})
const at = (evidence: Evidence[], hours: number) => {
  const all = [anchor, ...counterCurve(anchor, evidence).points]
  const before = all.findLast(({ atMs }) => atMs <= hours * hour)!
  return counterAt(before, all.find(({ atMs }) => atMs > hours * hour) ?? null, hours * hour)
}

describe('the meter is right in total', () => {
  it('spreads evenly what nothing else tells of', () => {
    expect(at([meter(40, 120)], 20).hours).toBe(1010)
    expect(at([meter(40, 120)], 40).hours).toBe(1020)
  })

  it('lets a job say when, and puts the rest beside it', () => {
    const evidence = [meter(40, 120), job(10, 20)]
    // 20 h by the meter, 10 of them the job's; the other 10 lie in the 30 h that are free.
    expect(at(evidence, 10).hours).toBeCloseTo(1000 + 10 / 3, 9)
    expect(at(evidence, 20).hours).toBeCloseTo(1010 + 10 / 3, 9)
    expect(at(evidence, 40).hours).toBeCloseTo(1020, 9)
  })

  it('shrinks claims that go beyond it', () => {
    const evidence = [meter(40, 110), job(0, 10), job(20, 30)]
    expect(at(evidence, 10).hours).toBeCloseTo(1005, 9)
    expect(at(evidence, 20).hours).toBeCloseTo(1005, 9)
    expect(at(evidence, 40).hours).toBeCloseTo(1010, 9)
  })

  it('keeps an idle time idle', () => {
    const evidence = [meter(40, 120), idle(0, 20)]
    expect(at(evidence, 20).hours).toBe(1000)
    expect(at(evidence, 30).hours).toBe(1010)
  })

  it('stretches what was claimed when no other time is left', () =>
    expect(at([meter(20, 118), job(0, 20, 15)], 10).hours).toBeCloseTo(1009, 9))

  it('spreads over everything when all of it was said to be idle', () =>
    expect(at([meter(20, 110), idle(0, 20)], 10).hours).toBeCloseTo(1005, 9))

  it('splits a job that runs across a reading', () => {
    const evidence = [meter(15, 105), job(10, 20)]
    expect(at(evidence, 15).hours).toBeCloseTo(1005, 9)
    expect(at(evidence, 20).hours).toBeCloseTo(1010, 9)
    expect(at(evidence, 20).prints).toBeCloseTo(1, 9)
  })

  it('carries on over a reset', () => expect(at([meter(10, 108), meter(20, 3, 0)], 20).hours).toBe(1011))
})

describe('without a later reading', () => {
  it('claims stand as they are', () => {
    expect(at([job(5, 9), job(12, 20, 6)], 20)).toMatchObject({ hours: 1010, prints: 2, metres: 100 })
  })
  it('a tally is spread over its time', () =>
    expect(at([{ ...job(0, 100, 32), kind: 'tally', prints: 37 }], 50)).toMatchObject({ hours: 1016, prints: 18.5 }))
})

describe('no faster than the clock', () => {
  it('hours that do not fit beside what was said to be idle lie in it, and are asked about', () => {
    // Idle from 0 to 22 h of a day, and the meter rose by 10 h: two of them fit into the rest.
    const evidence = [idle(0, 22), meter(24, 110)]
    const { points, windows } = counterCurve(anchor, evidence)
    for (const [i, point] of points.entries()) {
      const before = points[i - 1] ?? anchor
      expect(point.hours - before.hours).toBeLessThanOrEqual((point.atMs - before.atMs) / hour + 1e-9)
    }
    expect(at(evidence, 22).hours).toBeCloseTo(1008, 9)
    expect(at(evidence, 24).hours).toBeCloseTo(1010, 9)
    expect(gapOf(windows[0]!)).toBeCloseTo(8, 9)
  })
  it('asks nothing where the hours fit', () => {
    const { windows } = counterCurve(anchor, [idle(0, 12), meter(24, 110)])
    expect(gapOf(windows[0]!)).toBeNull()
  })
})

describe('a spool that runs out inside a job', () => {
  it('counts each metre once: the job is cut where the spool ended', () => {
    // A job of 100 m over 10 h; the first spool ended after 4 h of it, the second lasted until hour 50.
    const evidence = [job(10, 20), spool(0, 14, 140), spool(14, 50, 360)]
    expect(at(evidence, 14).metres).toBeCloseTo(140, 9)
    expect(at(evidence, 50).metres).toBeCloseTo(500, 9)
  })
  it('keeps prints and hours of the job', () => {
    const evidence = [job(10, 20), spool(0, 14, 140), spool(14, 50, 360)]
    expect(at(evidence, 50).prints).toBeCloseTo(1, 9)
    expect(at(evidence, 50).hours).toBeCloseTo(1010, 9)
  })
})

describe('a spool is right in total', () => {
  it('with no jobs it is spread over its time', () => expect(at([spool(0, 100, 335)], 50).metres).toBeCloseTo(167.5, 9))
  it('with jobs it adds what they leave', () => {
    const evidence = [spool(0, 100, 335), job(10, 20)]
    expect(at(evidence, 100).metres).toBeCloseTo(335, 9)
    expect(at(evidence, 20).metres - at(evidence, 10).metres).toBeCloseTo(100 + 23.5, 9)
  })
  it('shrinks jobs that claim more than there was', () => {
    const evidence = [spool(0, 100, 50), job(10, 20)]
    expect(at(evidence, 20).metres - at(evidence, 10).metres).toBeCloseTo(50, 9)
    expect(at(evidence, 100).metres).toBeCloseTo(50, 9)
  })
  it('counts abrasive metres as both', () =>
    expect(at([job(0, 10, 10, { abrasive: true }), job(10, 20)], 20)).toMatchObject({
      metres: 200,
      abrasiveMetres: 100,
    }))
})

describe('gaps', () => {
  const windowOf = (evidence: Evidence[]) => counterCurve(anchor, evidence).windows[0]!
  it('are asked about when jobs and meter differ', () => {
    expect(gapOf(windowOf([meter(40, 120), job(10, 20)]))).toBe(10)
    expect(gapOf(windowOf([meter(40, 105), job(10, 20)]))).toBe(-5)
  })
  it('are none where nothing was claimed, or the difference is small', () => {
    expect(gapOf(windowOf([meter(40, 120)]))).toBeNull()
    expect(gapOf(windowOf([meter(40, 110.4), job(10, 20)]))).toBeNull()
  })
})

describe('properties', () => {
  const anyPieces = fc.array(
    fc.record({
      kind: fc.constantFrom('job' as const, 'tally' as const, 'idle' as const),
      from: fc.integer({ min: 0, max: 90 }),
      length: fc.integer({ min: 1, max: 60 }),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
    { maxLength: 12 },
  )
  const made = (list: { kind: 'job' | 'tally' | 'idle'; from: number; length: number; share: number }[]) =>
    list.map(({ kind, from, length, share }) =>
      kind === 'idle' ? idle(from, from + length) : { ...job(from, from + length, length * share), kind },
    )

  it('the curve meets every reading, never falls, and does not care for the order of evidence', () => {
    fc.assert(
      fc.property(
        anyPieces,
        fc.array(fc.integer({ min: 0, max: 24 }), { minLength: 1, maxLength: 4 }),
        (list, gains) => {
          let shows = 100
          const meters = gains.map((gain, i) => meter(24 * (i + 1), (shows += gain)))
          const evidence = [...made(list), ...meters]
          const { points } = counterCurve(anchor, evidence)
          for (const { atMs, meter } of meters)
            expect(points.find((p) => p.atMs === atMs)!.hours).toBeCloseTo(1000 + meter!.shows - 100, 6)
          points.reduce((last, p) => {
            expect(p.hours).toBeGreaterThanOrEqual(last.hours - 1e-9)
            expect(p.prints).toBeGreaterThanOrEqual(last.prints - 1e-9)
            expect(p.atMs).toBeGreaterThan(last.atMs)
            return p
          }, anchor)
          const reversed = counterCurve(anchor, [...evidence].reverse()).points
          expect(reversed.map(({ atMs }) => atMs)).toEqual(points.map(({ atMs }) => atMs))
          reversed.forEach((p, i) => expect(p.hours).toBeCloseTo(points[i]!.hours, 6))
        },
      ),
    )
  })

  it('gives the same whether counted at once or on from a reading', () => {
    fc.assert(
      fc.property(anyPieces, (list) => {
        const evidence = [...made(list), meter(30, 110), meter(60, 125), meter(120, 150)]
        const whole = counterCurve(anchor, evidence).points
        const middle = whole.find(({ atMs }) => atMs === 60 * hour)!
        const rest = counterCurve(
          { ...middle, meterShows: 125 },
          evidence.filter(({ atMs }) => atMs > 60 * hour),
        ).points
        const tail = whole.filter(({ atMs }) => atMs > 60 * hour)
        expect(rest.map(({ atMs }) => atMs)).toEqual(tail.map(({ atMs }) => atMs))
        rest.forEach((p, i) => expect(p.hours).toBeCloseTo(tail[i]!.hours, 6))
      }),
    )
  })
})
