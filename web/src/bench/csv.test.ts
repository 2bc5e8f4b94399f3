import { readLifeColumns } from './csv.ts'

it.each([
  ['commas and a heading', 'age, state\n54, failed\n500, running, 10'],
  ['tabs', '54\tfailed\n500\trunning\t10'],
  ['semicolons and decimal commas', '54,0;F\n500,0;R;10'],
  ['Windows line ends and blank lines', '54,1\r\n\r\n500,0,10\r\n'],
])('reads %s', (_, text) => {
  expect(readLifeColumns(text)).toEqual({
    rows: [
      { lower: 54, upper: 54, weight: 1 },
      { lower: 500, upper: null, weight: 10 },
    ],
    problems: [],
  })
})

it('takes an age alone as still running', () => {
  expect(readLifeColumns('300').rows).toEqual([{ lower: 300, upper: null, weight: 1 }])
})

it('names each row that cannot be read, and why', () => {
  expect(readLifeColumns('12, failed\n-3, failed\nx, failed\n5, maybe\n5, failed, 0').problems).toEqual([
    'Row 2: “-3” is no age; ages are numbers from 0.',
    'Row 3: “x” is no age; ages are numbers from 0.',
    'Row 4: “maybe” is neither failed nor running.',
    'Row 5: “0” is no count; counts are more than 0.',
  ])
})
