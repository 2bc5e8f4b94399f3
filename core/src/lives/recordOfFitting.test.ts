import { recordOfFitting, type SeenAge } from './recordOfFitting.ts'
import type { RemovalReason } from './removalReason.ts'

const seen = (more: Partial<SeenAge> = {}): SeenAge => ({ age: 120, known: true, clock: 'hours', ...more })

// Common practice, no source: only wear teaches how long a part lasts.
it.each([
  ['failed', { lower: 120, upper: 120 }],
  ['worn at check', { lower: 0, upper: 120 }],
  ['replaced in time', { lower: 120, upper: null }],
  ['upgraded', { lower: 120, upper: null }],
  ['user damage', { lower: 120, upper: null }],
  ['borrowed for another printer', { lower: 120, upper: null }],
  [null, { lower: 120, upper: null }],
] as [RemovalReason | null, object][])('%s is %j', (reason, record) => {
  expect(recordOfFitting(seen(), reason)).toEqual({ ...record, weight: 1 })
})

describe('found at a look', () => {
  it('lies between the last look that found it good and this one', () => {
    expect(recordOfFitting(seen({ lastGoodAge: 80 }), 'worn at check')).toEqual({ lower: 80, upper: 120, weight: 1 })
    expect(recordOfFitting(seen({ lastGoodAge: 80, foundAtLook: true }), 'failed')).toEqual({
      lower: 80,
      upper: 120,
      weight: 1,
    })
  })
  it('does not move a failure that was seen, nor a part that was still good', () => {
    expect(recordOfFitting(seen({ lastGoodAge: 80 }), 'failed')).toEqual({ lower: 120, upper: 120, weight: 1 })
    expect(recordOfFitting(seen({ lastGoodAge: 80, foundAtLook: true }), 'upgraded').upper).toBeNull()
  })
  it('is the age itself when it was good at that very age', () => {
    expect(recordOfFitting(seen({ lastGoodAge: 120 }), 'worn at check')).toEqual({ lower: 120, upper: 120, weight: 1 })
  })
})

describe('used before', () => {
  it('enters at the age at which it came', () => {
    expect(recordOfFitting(seen({ entry: 50 }), 'failed')).toEqual({ entry: 50, lower: 120, upper: 120, weight: 1 })
    expect(recordOfFitting(seen({ entry: 50 }), 'worn at check')).toEqual({
      entry: 50,
      lower: 50,
      upper: 120,
      weight: 1,
    })
    expect(recordOfFitting(seen({ entry: 50 }), null)).toEqual({ entry: 50, lower: 120, upper: null, weight: 1 })
  })
  it('says nothing of its entry when it has not run here yet', () => {
    expect(recordOfFitting(seen({ entry: 120 }), null)).toEqual({ lower: 120, upper: null, weight: 1 })
  })
  it('teaches only that its life exceeded what was seen when its age is not known', () => {
    expect(recordOfFitting(seen({ known: false, entry: 50 }), 'failed')).toEqual({ lower: 120, upper: null, weight: 1 })
  })
})

it('tells a part that never worked from one that wore out fast', () => {
  expect(recordOfFitting(seen({ age: 0.02 }), 'failed')).toEqual({ lower: 0, upper: 0, weight: 1 })
  expect(recordOfFitting(seen({ age: 0.25 }), 'failed')).toEqual({ lower: 0.25, upper: 0.25, weight: 1 })
})

it('has its own smallest age for each clock', () => {
  expect(recordOfFitting(seen({ age: 0.9, clock: 'metres' }), 'failed').lower).toBe(0)
  expect(recordOfFitting(seen({ age: 0.9, clock: 'days' }), 'failed').lower).toBe(0.9)
})
