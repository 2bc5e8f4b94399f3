import { guessMapping } from './guessMapping.ts'

it('takes the same word first, whatever its case', () =>
  expect(guessMapping(['printer', 'at', 'meterHours'], ['Meter hours', 'AT', 'Printer'])).toEqual({
    printer: 'Printer',
    at: 'AT',
    meterHours: 'Meter hours',
  }))

it('knows other words, takes no column twice, and leaves out what it does not know', () =>
  expect(guessMapping(['printer', 'at', 'hours', 'name'], ['Machine', 'Date', 'x'])).toEqual({
    printer: 'Machine',
    at: 'Date',
  }))
