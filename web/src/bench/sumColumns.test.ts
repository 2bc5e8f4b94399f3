import { readCovariates, readEnds, readLooks } from './sumColumns.ts'

it('reads lives with columns of their own', () => {
  expect(readCovariates('lower;upper;abrasive share\n100,5;100,5;0\n200;;0,5')).toEqual({
    rows: [
      { lower: 100.5, upper: 100.5, weight: 1, x: [0] },
      { lower: 200, upper: null, weight: 1, x: [0.5] },
    ],
    problems: [],
    names: ['abrasive share'],
  })
  expect(readCovariates('lower,upper,a\nx,5,1\n,,1\n5,5,').problems).toEqual([
    'Row 2: one of its cells is no figure.',
    'Row 3: neither lower nor upper is given.',
    'Row 4: every column must hold a figure, 0 where it does not apply.',
  ])
})

it('reads looks part by part, in the order of their ages', () => {
  expect(
    readLooks('part,age,found\nA,200,defect\nA,100,good\nB,100,good\nB,170,failed\nC,50,good\nC,90,end').rows,
  ).toEqual([
    {
      looks: [
        { age: 100, found: 'good' },
        { age: 200, found: 'defect' },
      ],
      failedAt: null,
      end: 200,
    },
    { looks: [{ age: 100, found: 'good' }], failedAt: 170, end: 170 },
    { looks: [{ age: 50, found: 'good' }], failedAt: null, end: 90 },
  ])
  expect(readLooks('part,age,found\nA,old,good\nA,5,fine').problems).toHaveLength(2)
  expect(readLooks('age\n5').problems[0]).toContain('part and found are missing')
})

it('reads ends and their causes', () => {
  expect(readEnds('age,cause\n5,strings\n8,').rows).toEqual([
    { age: 5, cause: 'strings' },
    { age: 8, cause: null },
  ])
  expect(readEnds('age,cause\n-5,strings').problems).toEqual(['Row 2: “-5” is no age.'])
})
