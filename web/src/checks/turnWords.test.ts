import { dueWords, turnAmount, turnsWords } from './turnWords.ts'

const turns = { every: [], firstAfter: null, countFrom: 'done', window: 0.2 } as const

it('says a rule as people say it', () => {
  expect(turnsWords({ ...turns, every: [] })).toBe('when called for, or by hand')
  expect(
    turnsWords({
      ...turns,
      every: [
        { clock: 'spools', amount: 1 },
        { clock: 'hours', amount: 100 },
      ],
      firstAfter: { clock: 'hours', amount: 50 },
    }),
  ).toBe('every spool or 100 h, first 50 h after take-in')
  expect(turnsWords({ ...turns, every: [{ clock: 'days', amount: 14 }], countFrom: 'grid' })).toBe(
    'every 14 days, on a fixed grid',
  )
  expect(turnsWords({ ...turns, every: [], firstAfter: { clock: 'hours', amount: 100 } })).toBe(
    'once 100 h after take-in',
  )
})

it('says when a check is due', () => {
  const due = (left: number) => ({ clock: 'hours', interval: 100, left, isFirst: false }) as const
  expect(dueWords({ due: due(-12), after: null })).toBe('12 h past')
  expect(dueWords({ due: due(4.2), after: null })).toBe('in 4.2 h')
  expect(dueWords({ due: due(0), after: null })).toBe('due now')
  expect(dueWords({ due: due(50), after: { words: 'Nozzle', at: '' } })).toBe('after: Nozzle')
  expect(turnAmount(1, 'spools')).toBe('1 spool')
})
