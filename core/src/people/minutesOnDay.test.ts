import { minutesOnDay } from './minutesOnDay.ts'

it('adds up the shifts of a day, over midnight too; a day away has none', () => {
  const shifts = {
    weekly: [
      { weekday: 2, fromMinute: 540, untilMinute: 720 },
      { weekday: 2, fromMinute: 780, untilMinute: 1020 },
      { weekday: 5, fromMinute: 1080, untilMinute: 120 },
    ],
    days: [{ day: '2026-11-24', spans: [] }],
  }
  expect(minutesOnDay(shifts, '2026-11-17')).toBe(420)
  expect(minutesOnDay(shifts, '2026-11-24')).toBe(0)
  expect(minutesOnDay(shifts, '2026-11-20')).toBe(480)
  expect(minutesOnDay(shifts, '2026-11-18')).toBe(0)
})
