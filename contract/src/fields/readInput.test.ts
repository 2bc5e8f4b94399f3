import fc from 'fast-check'
import Joi from 'joi'
import { actionShapes } from '../actions/index.ts'
import { fieldWords, placeWords } from './fieldWords.ts'
import { readInput } from './readInput.ts'

const said = (schema: Joi.ObjectSchema, input: unknown) => {
  const read = readInput(schema, input)
  return read.ok ? 'taken' : read.sentence
}

it('calls fields what people call them', () => {
  expect(['priceMinor', 'partTypeId', 'meterHours', 'photoIds', 'X belt', 'Nozzle'].map(fieldWords)).toEqual([
    'price',
    'part type',
    'meter',
    'photos',
    '“X belt”',
    '“Nozzle”',
  ])
  expect(placeWords(['slots', 0, 'kind'])).toEqual({ where: 'Slot 1', field: 'kind' })
  expect(placeWords(['content', 'steps', 2, 'choices', 0, 'words'])).toEqual({
    where: 'Content, step 3, choice 1',
    field: 'words',
  })
})

it('says what is wrong in one sentence, and keeps the words a rule has of its own', () => {
  const schema = Joi.object({
    priceMinor: Joi.number().min(0).required(),
    slots: Joi.array().items(Joi.object({ kind: Joi.string().required() })),
    to: Joi.number().max(3).messages({ 'number.max': '{{#label}} must lie inside the limits' }),
  })
  expect(said(schema, { priceMinor: -1, slots: [{ kind: '' }], to: 9 })).toBe(
    'Price must be at least 0. Slot 1: choose what it takes. To must lie inside the limits.',
  )
  expect(said(schema, { priceMinor: 'dear' })).toBe('Price must be a figure such as 12.5.')
})

it('tells the first fault of input that is long, and stands it', () => {
  const schema = Joi.object({
    rows: Joi.array()
      .items(Joi.object({ age: Joi.number().required() }))
      .max(100),
  })
  const rows = (row: unknown) => Array.from({ length: 200_000 }, () => row)
  expect(said(schema, { rows: rows(0) })).toBe('Row 1 is not filled in as it should be.')
  expect(said(schema, { rows: rows({ age: 1 }) })).toBe('Rows holds at most 100.')
})

/** What no technician should have to read: code names, places in lists, moments as programs write them. */
const code = /[a-z][A-Z]|[[\]{}]|\d{4}-\d{2}-\d{2}T|undefined|null|\bvalue\b"/

describe.each(Object.entries(actionShapes))('%s', (kind, { schema }) => {
  const keys = Object.keys((schema.describe() as { keys: Record<string, unknown> }).keys)
  it('is refused in words, whatever is sent', () => {
    const odd = fc.oneof(
      fc.constantFrom<unknown>('', null, -1, 1e300, 0.5, true, [], {}, [{}], [[]], ['', ''], [1, 1], 'x'.repeat(5000)),
      fc.constantFrom<unknown>('2026-01-01T10:00:00Z', '0b0f6a52-7c1e-4a57-9a0e-3f6f6c1d2e30', ['x', 'x'], [null]),
      fc.array(fc.dictionary(fc.constantFrom(...keys, 'name', 'kind', 'from', 'steps', 'id', 'words'), fc.jsonValue())),
      fc.dictionary(fc.constantFrom(...keys, 'name', 'kind', 'steps', 'values'), fc.jsonValue()),
      fc.double({ noNaN: true }),
    )
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom(...keys, 'nobodysField'), odd), (payload) => {
        const read = readInput(schema, { kind, ...payload })
        if (read.ok) return
        for (const words of [read.sentence, ...Object.values(read.fields)]) {
          // What a person calls a thing stands in quotation marks.
          expect(words.replace(/“[^”]*”/gu, '')).not.toMatch(code)
          expect(words).toMatch(/^[\p{Lu}“].*[.?!]$/su)
        }
      }),
      { numRuns: 40 },
    )
  })
})
