import { isOnShift, lastShiftEnd, type Shifts } from './onShift.ts'

/** Tuesdays and Thursdays in the day, Fridays over midnight; one Tuesday away, one Sunday in. */
const shifts: Shifts = {
  weekly: [
    { weekday: 2, fromMinute: 9 * 60, untilMinute: 17 * 60 },
    { weekday: 4, fromMinute: 9 * 60, untilMinute: 17 * 60 },
    { weekday: 5, fromMinute: 18 * 60, untilMinute: 2 * 60 },
  ],
  days: [
    { day: '2026-11-24', spans: [] },
    { day: '2026-11-22', spans: [{ fromMinute: 600, untilMinute: 720 }] },
  ],
}
const at = (day: string, hour: number, minute = 0) => ({ day, minute: hour * 60 + minute })

it.each([
  ['a Tuesday at nine', at('2026-11-17', 9), true],
  ['a minute before', at('2026-11-17', 8, 59), false],
  ['when it ends', at('2026-11-17', 17), false],
  ['a Tuesday away', at('2026-11-24', 10), false],
  ['a Sunday in', at('2026-11-22', 11), true],
  ['another Sunday', at('2026-11-15', 11), false],
  ['Friday night', at('2026-11-20', 23), true],
  ['still there after midnight', at('2026-11-21', 1, 59), true],
  ['gone at two', at('2026-11-21', 2), false],
])('%s', (_, moment, on) => {
  expect(isOnShift(shifts, moment)).toBe(on)
})

it('knows when the last shift ended', () => {
  expect(lastShiftEnd(shifts, at('2026-11-19', 18))).toEqual(at('2026-11-19', 17))
  expect(lastShiftEnd(shifts, at('2026-11-19', 16))).toEqual(at('2026-11-17', 17))
  // Over midnight: told as minutes of the day it began on.
  expect(lastShiftEnd(shifts, at('2026-11-21', 8))).toEqual({ day: '2026-11-20', minute: 26 * 60 })
  expect(lastShiftEnd({ weekly: [], days: [] }, at('2026-11-19', 18))).toBeNull()
})
