import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { given } from '../given.ts'
import { standings, type PrinterCost } from './standing.ts'

const of = (perHour: number | null, hours = 1000, daysDown = 0): PrinterCost => ({ perHour, hours, daysDown })
const standing = (own: PrinterCost, others: readonly PrinterCost[]) => given(standings([own, ...others])[0])
const others = [of(1), of(1.2), of(0.8)]

test('beside the median of its like', () => {
  expect(standing(of(1.1), others)).toEqual({ standing: 'keep', times: 1.1 })
  expect(standing(of(1.6), others).standing).toBe('rebuild')
  expect(standing(of(1.6, 1000, 40), others).standing).toBe('retire')
  expect(standing(of(3), others).standing).toBe('retire')
})
test('too little is too little', () => {
  expect(standing(of(9, 50), others).standing).toBe('too little to say')
  expect(standing(of(null), others).standing).toBe('too little to say')
  expect(standing(of(9), [of(1)]).standing).toBe('too little to say')
})
test('does not depend on the unit of money, nor on the order of the others', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.1, max: 9, noNaN: true }), { minLength: 2, maxLength: 9 }), (some) => {
      const found = standing(
        of(2),
        some.map((one) => of(one)),
      )
      expect(
        standing(
          of(2),
          some.toReversed().map((one) => of(one)),
        ),
      ).toEqual(found)
      expect(
        standing(
          of(200),
          some.map((one) => of(100 * one)),
        ).standing,
      ).toBe(found.standing)
    }),
  )
})

test('each is held against the median of all others, itself left out', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ perHour: fc.double({ min: 0.1, max: 9, noNaN: true }), hours: fc.constantFrom(50, 500) }), {
        maxLength: 12,
      }),
      (some) => {
        const all = some.map(({ perHour, hours }) => of(perHour, hours))
        standings(all).forEach(({ times }, i) => {
          const like = all.flatMap(({ perHour, hours }, j) => (j !== i && hours >= 200 ? (perHour ?? []) : []))
          const sorted = like.toSorted((a, b) => a - b)
          const n = sorted.length
          const median = (given(sorted[(n - 1) >> 1] ?? 0) + given(sorted[n >> 1] ?? 0)) / 2
          if (n < 2 || given(all[i]).hours < 200) expect(times).toBeNull()
          else expect(times).toBeCloseTo(given(given(all[i]).perHour) / median, 9)
        })
      },
    ),
  )
})
