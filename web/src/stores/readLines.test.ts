import { expect, test } from '@jest/globals'
import { readLines } from './readLines.ts'

test('a line is a number and a thing, or one thing', () => {
  expect(readLines('2 Brass brush\n\n  Hex key 2 mm \n3 x Cable tie\n1 × Glove')).toEqual([
    { what: 'Brass brush', pieces: 2 },
    { what: 'Hex key 2 mm', pieces: 1 },
    { what: 'Cable tie', pieces: 3 },
    { what: 'Glove', pieces: 1 },
  ])
})
