import { readRepairColumns } from './repairColumns.ts'

it.each([
  ['commas and a heading', 'machine, age, what\nA1, 120, repair\nA1, 300, end\nB1, 90.5, repair'],
  ['semicolons and decimal commas', 'A1;120;repaired\nA1;300;end\nB1;90,5;'],
  ['tabs and Windows line ends', 'A1\t120\trepair\r\n\r\nA1\t300\tnow\r\nB1\t90.5\tfailed\r\n'],
])('reads %s; a machine without an end was watched as long as any', (_, text) => {
  expect(readRepairColumns(text)).toEqual({
    units: [
      { id: 'A1', events: [120], end: 300 },
      { id: 'B1', events: [90.5], end: 300 },
    ],
    problems: [],
  })
})

it('names each row that cannot be read, and why', () => {
  expect(
    readRepairColumns('A1, 5, repair\n, 6, repair\nA1, x, repair\nA1, -2, repair\nA1, 7, perhaps').problems,
  ).toEqual([
    'Row 2: it names no machine.',
    'Row 3: “x” is no age; ages are numbers from 0.',
    'Row 4: “-2” is no age; ages are numbers from 0.',
    'Row 5: “perhaps” is neither repair nor end.',
  ])
})

it('has nothing from nothing', () => expect(readRepairColumns('')).toEqual({ units: [], problems: [] }))
