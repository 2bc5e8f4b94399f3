import { figureText, plainFigure } from './figureText.ts'

it('gives the figure that was typed', () => {
  expect(['12.5', '12,5', '-1.62', '1830.2', '1,20', '-0.05', '1.204,5', '0'].map((t) => figureText(t).value)).toEqual([
    12.5, 12.5, -1.62, 1830.2, 1.2, -0.05, 1204.5, 0,
  ])
  expect(figureText('')).toEqual({ value: undefined, refusal: null, understood: null })
})

it('says how it took what could be two figures', () => {
  expect(figureText('1.830')).toEqual({
    value: 1.83,
    refusal: null,
    understood: 'Taken as 1.83. If you mean 1830, leave the mark out.',
  })
  expect(figureText('1.830', { allowDecimal: false })).toEqual({
    value: 1830,
    refusal: null,
    understood: 'Taken as 1830.',
  })
})

it('refuses the rest in a sentence, and never bends it into the limits', () => {
  expect(figureText('a lot')).toMatchObject({
    value: undefined,
    refusal: expect.stringContaining('“a lot” is no figure'),
  })
  expect(figureText('-5', { min: 0 })).toMatchObject({ value: undefined, refusal: 'Not less than 0.' })
  expect(figureText('100', { max: 99 })).toMatchObject({ value: undefined, refusal: 'Not more than 99.' })
  expect(figureText('1.5', { allowDecimal: false })).toMatchObject({ refusal: 'Only whole numbers here, such as 2.' })
  expect(figureText('1.505', { decimals: 2 })).toMatchObject({ refusal: expect.stringContaining('At most 2 decimals') })
})

it('shows a value so that it reads back as the same', () => {
  for (const value of [0, 1830.2, -0.05, 0.0000001, 123456789.125])
    expect(figureText(plainFigure(value)).value).toBe(value)
  // 1.5 and 1500 never stand as 1.500; three decimals behind a short number are the only ones that ask.
  expect(plainFigure(1500)).toBe('1500')
})
