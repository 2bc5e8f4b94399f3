import fc from 'fast-check'
import { gapOf } from '@diatribon/core'
import { gapsOf } from './gapsOf.ts'

type Row = Parameters<typeof gapsOf>[0][number]
const hourMs = 3600_000
const at = (hour: number) => new Date(hour * hourMs)
const piece = (from: number, until: number, hours: number): Row => ({
  kind: 'job',
  fromAt: at(from),
  at: at(until),
  hours,
  meterHours: null,
  meterBeganAt: null,
  oldMeterEndedAt: null,
})
const meter = (hour: number, meterHours: number, more: Partial<Row> = {}): Row => ({
  ...piece(hour, hour, 0),
  kind: 'meter',
  meterHours,
  ...more,
})
const newestFirst = (rows: Row[]) => [...rows].sort((a, b) => b.at.getTime() - a.at.getTime())

it('shares a job that runs over a reading between the windows around it', () =>
  expect(gapsOf(newestFirst([meter(0, 0), piece(5, 15, 10), meter(10, 8), meter(20, 20)]))).toEqual([7, null, 3, null]))

it('counts what a new meter has counted, and what the old one was seen to end at', () => {
  const changed = meter(20, 4, { meterBeganAt: 0, oldMeterEndedAt: 13 })
  expect(gapsOf(newestFirst([meter(0, 10), piece(1, 3, 2), changed]))).toEqual([5, null, null])
})

it('says the same as going through everything for each reading', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 0, max: 400 }), fc.integer({ min: 1, max: 60 })), {
        maxLength: 40,
      }),
      (drawn) => {
        let shows = 0
        const rows = newestFirst(
          [...drawn]
            .sort((a, b) => a[1] - b[1])
            .map(([isMeter, hour, length]) =>
              isMeter ? meter(hour + 100, (shows += length)) : piece(hour + 100 - length, hour + 100, length / 2),
            ),
        )
        const plainly = rows.map((reading, i) => {
          const last = rows.slice(i + 1).find(({ meterHours }) => meterHours !== null)
          if (reading.meterHours === null || !last) return null
          const [from, to] = [last.at.getTime(), reading.at.getTime()]
          const claimedHours = rows.reduce((sum, { fromAt, at: until, hours }) => {
            const length = until.getTime() - fromAt.getTime()
            const inside = Math.min(to, until.getTime()) - Math.max(from, fromAt.getTime())
            return length > 0 && inside > 0 ? sum + (hours * inside) / length : sum
          }, 0)
          return gapOf({ fromMs: from, toMs: to, meterHours: reading.meterHours - last.meterHours!, claimedHours })
        })
        gapsOf(rows).forEach((gap, i) => {
          if (plainly[i] === null) expect(gap).toBeNull()
          else expect(gap).toBeCloseTo(plainly[i]!, 9)
        })
      },
    ),
  ))
