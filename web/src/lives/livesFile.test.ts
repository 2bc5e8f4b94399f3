import { readLives, writeLives } from './livesFile.ts'

const records = [
  { lower: 310, upper: 310, weight: 2 },
  { entry: 40, lower: 120.5, upper: null, weight: 1 },
  { lower: null, upper: 90, weight: 1 },
]

it('reads what it writes', () => {
  expect(readLives(writeLives('Brass nozzle', 'hours', records))).toEqual({
    records,
    partTypes: ['Brass nozzle'],
    units: ['hours'],
    problems: [],
  })
})

it('reads semicolons and decimal commas, columns in any order, and does without the rest', () => {
  expect(readLives('upper;lower\n310,5;310,5\n;120,25').records).toEqual([
    { lower: 310.5, upper: 310.5, weight: 1 },
    { lower: 120.25, upper: null, weight: 1 },
  ])
})

it('names rows that cannot be read', () => {
  const { problems } = readLives('part type,lower,upper\nx,old,5\nx,,\nx,-3,5')
  expect(problems).toEqual([
    'Row 2: “old” under lower is no figure of 0 or more.',
    'Row 3: neither lower nor upper is given.',
    'Row 4: “-3” under lower is no figure of 0 or more.',
  ])
  expect(readLives('age\n5').problems[0]).toContain('must name the columns')
})
