import { shiftWords } from './shiftWords.ts'

it('gathers days of the same hours, Monday first', () => {
  const span = (weekday: number, from: string, until: string) => ({ weekday, from, until })
  expect(shiftWords({ weekly: [], days: [] })).toBe('')
  expect(
    shiftWords({
      weekly: [span(0, '10:00', '12:00'), span(4, '09:00', '17:00'), span(2, '09:00', '17:00')],
      days: [{ day: '2026-12-24', spans: [] }],
    }),
  ).toBe('Tue, Thu 09:00 to 17:00; Sun 10:00 to 12:00; 1 single day')
})
