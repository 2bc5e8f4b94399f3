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
  expect(recordOfFitting({ age: 120, known: true, clock: 'hours' }, reason)).toEqual({ lower: 120, upper, weight: 1 })
})

it('tells a part that never worked from one that wore out fast', () => {
  const hours = (age: number) => ({ age, known: true, clock: 'hours' }) as const
  expect(recordOfFitting(hours(0.02), 'failed')).toEqual({ lower: 0, upper: 0, weight: 1 })
  expect(recordOfFitting(hours(0.25), 'failed')).toEqual({ lower: 0.25, upper: 0.25, weight: 1 })
})

it('learns from a part of unknown age only that its life exceeded what was seen', () => {
  expect(recordOfFitting({ age: 200, known: false, clock: 'hours' }, 'failed')).toEqual({
    lower: 200,
    upper: null,
    weight: 1,
  })
})

it('has its own smallest age for each clock', () => {
  expect(recordOfFitting({ age: 0.9, known: true, clock: 'metres' }, 'failed').lower).toBe(0)
  expect(recordOfFitting({ age: 0.9, known: true, clock: 'days' }, 'failed').lower).toBe(0.9)
})
