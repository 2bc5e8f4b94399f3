import { crossingWords, limitsWords, stepWords } from './seriesWords.ts'

it('says when a limit would be crossed, and how sure that is', () => {
  const crosses = { kind: 'crosses', limit: 'lower', inHours: 140.4, earliest: 90.2, latest: 263 } as const
  expect(crossingWords(crosses)).toBe(
    'would cross its lower limit in about 140 h (90 to 260: 8 in 10, if it goes on straight)',
  )
  expect(crossingWords({ ...crosses, latest: null })).toContain('(90 or much later: ')
  expect(crossingWords({ kind: 'beyond' })).toBe('beyond its limit')
  expect(crossingWords({ kind: 'no limit' })).toBeNull()
})

it('says whose limits they are', () => {
  expect(limitsWords({ lower: 60, upper: null, from: 'site' }, 'Hz')).toBe('at least 60 Hz, ours')
  expect(limitsWords({ lower: -2, upper: -1.5, from: 'maker' }, 'mm')).toBe('-2 to -1.5 mm, the maker’s')
  expect(limitsWords({ lower: null, upper: null, from: 'none' }, 'mm')).toBe('no limits yet')
  expect(limitsWords({ lower: null, upper: 0.3, from: 'usual' }, 'mm')).toBe('at most 0.3 mm, usual, to be confirmed')
})

it('tells a sudden step with its day in the workshop', () => {
  const step = { before: 82.08, after: 76.04, at: '2026-11-12T23:30:00.000Z' }
  expect(stepWords(step, 'Hz', 'Europe/Lisbon')).toBe('stepped from 82.1 to 76 Hz on Thu, 12 Nov 2026')
  expect(stepWords(step, 'Hz', 'Europe/Helsinki')).toContain('13 Nov')
})
