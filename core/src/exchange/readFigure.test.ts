import fc from 'fast-check'
import { decimalMarkOf, readFigure } from './readFigure.ts'

const value = (text: string, mark?: '.' | ',') => {
  const read = readFigure(text, mark)
  return read.kind === 'figure' ? read.value : read.kind
}

it('takes a point and a comma as decimal mark', () => {
  expect(['12.5', '12,5', '-0.05', '-0,05', ' 1830.2 ', '.5', ',5', '12.', '+3', '−1,62'].map((t) => value(t))).toEqual(
    [12.5, 12.5, -0.05, -0.05, 1830.2, 0.5, 0.5, 12, 3, -1.62],
  )
})

it('takes thousands in groups of three', () => {
  expect(
    ['1.204,5', '1,204.5', '1 204,5', '1\u202F204,5', "1'204.50", '1.204.500', '12,204,500', '1 830'].map((t) =>
      value(t),
    ),
  ).toEqual([1204.5, 1204.5, 1204.5, 1204.5, 1204.5, 1204500, 12204500, 1830])
})

it('says when one mark could be either', () => {
  expect(readFigure('1.830')).toEqual({ kind: 'either', asDecimal: 1.83, asThousands: 1830 })
  expect(readFigure('1,250')).toEqual({ kind: 'either', asDecimal: 1.25, asThousands: 1250 })
  expect(readFigure('-123.456')).toEqual({ kind: 'either', asDecimal: -123.456, asThousands: -123456 })
  expect([value('1.830', '.'), value('1.830', ','), value('1,250', ','), value('1,250', '.')]).toEqual([
    1.83, 1830, 1.25, 1250,
  ])
  // A nought before the mark, or another number of digits behind it: decimals and nothing else.
  expect([value('0.125'), value('1.83'), value('1830.250'), value('1.8300')]).toEqual([0.125, 1.83, 1830.25, 1.83])
})

it('tells empty from 0 and from what is no figure', () => {
  expect(['', '   ', '0', '0,0', '-0'].map((t) => value(t))).toEqual(['empty', 'empty', 0, 0, 0])
  expect(
    ['-', '.', 'twelve', '12h', '1e3', '1.2.3', '1,20,000', '1.204.5', '1 2', '1,204,5', '--1', '0x10', 'Infinity'].map(
      (t) => value(t),
    ),
  ).toEqual(Array(13).fill('none'))
})

it('reads back what is written plainly, whichever mark', () => {
  fc.assert(
    fc.property(fc.integer({ min: -9_999_999, max: 9_999_999 }), fc.constantFrom(0, 1, 2, 4), (digits, decimals) => {
      const figure = digits / 10 ** decimals
      const text = figure.toFixed(decimals)
      const expected = Number(text)
      expect(value(text)).toBe(expected === 0 ? 0 : expected)
      expect(value(text.replace('.', ','))).toBe(expected === 0 ? 0 : expected)
    }),
  )
})

it('lets a column decide by the figures that can be read in one way only', () => {
  expect(decimalMarkOf(['1.830', '12,5'])).toBe(',')
  expect(decimalMarkOf(['1.830', '12.5', ''])).toBe('.')
  expect(decimalMarkOf(['1,830', '2.204.500'])).toBe(',')
  expect(decimalMarkOf(['1.830', '7'])).toEqual(expect.objectContaining({ text: '1.830', asThousands: 1830 }))
  // Both marks begin decimals somewhere: the column tells nothing.
  expect(decimalMarkOf(['1.830', '12.5', '12,5'])).toEqual(expect.objectContaining({ text: '1.830' }))
  expect(decimalMarkOf(['12.5', '12,5', '7'])).toBeNull()
})
