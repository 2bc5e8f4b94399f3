import { recordOfFitting, type RemovalReason } from './recordOfFitting.ts'

// Common practice, no source: only wear teaches how long a part lasts.
it.each([
  ['failed', 120],
  ['worn at check', 120],
  ['replaced in time', null],
  ['upgraded', null],
  ['user damage', null],
  ['borrowed for another printer', null],
  [null, null],
] as [RemovalReason | null, number | null][])('%s ends the life at %s', (reason, upper) => {
  expect(recordOfFitting(120, reason)).toEqual({ lower: 120, upper, weight: 1 })
})

it('tells a part that never worked from one that wore out fast', () => {
  expect(recordOfFitting(0.02, 'failed')).toEqual({ lower: 0, upper: 0, weight: 1 })
  expect(recordOfFitting(0.25, 'failed')).toEqual({ lower: 0.25, upper: 0.25, weight: 1 })
})
