import { dueReplacement } from './dueReplacement.ts'

it.each([
  ['past the interval', [310, 300, 0, 0], { left: -10, daysLeft: 0, urgency: 'overdue' }],
  ['exactly there', [300, 300, 0, 0], { left: 0, daysLeft: 0, urgency: 'overdue' }],
  ['in seven days', [265, 300, 7, 0], { left: 35, daysLeft: 7, urgency: 'this week' }],
  ['in eight days', [260, 300, 8, 0], { left: 40, daysLeft: 8, urgency: 'later' }],
  ['in eight days, but not counted for two', [260, 300, 8, 2], { left: 40, daysLeft: 6, urgency: 'this week' }],
  ['probably past, but not counted: not overdue', [290, 300, 2, 9], { left: 10, daysLeft: 0, urgency: 'this week' }],
  ['a printer that does not run', [290, 300, null, 0], { left: 10, daysLeft: null, urgency: 'later' }],
] as const)('%s', (_, [age, interval, days, uncounted], expected) => {
  expect(dueReplacement(age, interval, days, uncounted)).toEqual(expected)
})
