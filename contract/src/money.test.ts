import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { fromMinor, minorDigits, moneyWords, toMinor } from './money.ts'

describe('money', () => {
  // ISO 4217: the euro has two digits, the yen none, the Kuwaiti dinar three.
  test('has the digits of its currency', () => {
    expect(['EUR', 'JPY', 'KWD'].map(minorDigits)).toEqual([2, 0, 3])
    expect(moneyWords(1234, 'JPY')).toContain('1,234')
    expect(moneyWords(1234, 'EUR', { code: true })).toMatch(/^EUR\s12\.34$/)
  })
  test('comes back from its field as it went in', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.constantFrom('EUR', 'JPY', 'KWD'), (minor, currency) => {
        expect(toMinor(fromMinor(minor, currency), currency)).toBe(minor + 0)
      }),
    )
    expect([toMinor(1.005, 'EUR'), toMinor(0.285, 'EUR'), toMinor(-2.5, 'JPY')]).toEqual([101, 29, -3])
  })
})
