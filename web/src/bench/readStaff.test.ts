import { readStaff } from './readStaff.ts'
import { readInPlace, readTasks } from './sumColumns.ts'

it('reads who is there when, and what they may do', () => {
  expect(
    readStaff('date, who, minutes, signed off for\n2026-11-25, ben, 60,\n2026-11-24, ann, 45, hot work; mains').rows,
  ).toEqual([
    { date: '2026-11-24', people: [{ id: 'ann', minutes: 45, signOffs: ['hot work', 'mains'] }] },
    { date: '2026-11-25', people: [{ id: 'ben', minutes: 60, signOffs: [] }] },
  ])
  expect(readStaff('date, who, minutes\n2026-11-25, ben, an hour').problems).toEqual(['Row 2: “an hour” is no figure.'])
  expect(readStaff('date, who\n').problems[0]).toContain('minutes')
})

it('reads tasks with and without a set-up and a sign-off', () => {
  const { rows, problems } = readTasks(
    'task, printer, minutes, due, risk a day, needs, set-up\na, one, 10, 2026-11-24, 3.5, hot work, 10\nb, one, 5, 2026-11-24, 1, ,',
  )
  expect(problems).toEqual([])
  expect(rows).toEqual([
    {
      id: 'a',
      printer: 'one',
      minutes: 10,
      due: '2026-11-24',
      riskPerDay: 3.5,
      needs: ['hot work'],
      setUp: { id: 'one', minutes: 10 },
    },
    { id: 'b', printer: 'one', minutes: 5, due: '2026-11-24', riskPerDay: 1, needs: [] },
  ])
})

it('reads parts in place, and says which row is wrong', () => {
  expect(readInPlace('age; shape; scale\n1,5; 2; 300').rows).toEqual([{ age: 1.5, shape: 2, scale: 300 }])
  expect(readInPlace('age, shape, scale\n1, two, 300').problems).toEqual([
    'Row 2: age, shape and scale must be figures.',
  ])
})
