import { recordOfFitting } from './recordOfFitting.ts'
import {
  endOf,
  isMisused,
  isStillGood,
  isWornOut,
  removalMeaning,
  removalReasons,
  spoilt,
  type RemovalReason,
} from './removalReason.ts'

const all = Object.keys(removalMeaning) as RemovalReason[]

it('lets nothing go in again that failed, is worn or was broken', () => {
  expect(all.filter((reason) => !isStillGood(reason))).toEqual(['failed', 'worn at check', 'user damage'])
  expect(spoilt).toEqual(['failed', 'worn at check', 'user damage'])
  expect(isStillGood(null)).toBe(true)
})

it('counts as wear what failed or was found worn, and handling as neither', () => {
  expect(all.filter(isWornOut)).toEqual(['failed', 'worn at check'])
  expect(all.filter(isMisused)).toEqual(['user damage'])
  expect([isWornOut(null), isMisused(null), endOf(null)]).toEqual([false, false, 'none'])
})

it.each(all)('%s means the same for the record of its life', (reason) => {
  const record = recordOfFitting({ age: 300, known: true, clock: 'hours', lastGoodAge: 200 }, reason)
  const [lower, upper] = { seen: [300, 300], 'at a look': [200, 300], none: [300, null] }[removalMeaning[reason].ends]
  expect(record).toEqual({ lower, upper, weight: 1 })
})

it('is offered to people without what the book says for itself', () => {
  expect(removalReasons).not.toContain('repaired in place')
  expect(removalReasons).toHaveLength(all.length - 1)
})
