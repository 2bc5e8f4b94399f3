import { judgeInterval, type IntervalEvidence } from './judgeInterval.ts'

const wearsOut: IntervalEvidence = {
  life: { shape: 2, scale: 1000 },
  failures: 10,
  cost: { preventive: 1, failure: 5 },
  tradeInterval: 300,
}

it('takes the least-cost age of the own history', () => {
  const judged = judgeInterval(wearsOut)
  expect(judged.basis).toBe('own history')
  expect(judged.interval).toBeCloseTo(510.655, 3)
  expect(judged.words).toContain('Replacing at 511 h costs least: 28 % less')
})

it.each([
  ['too few failures', { failures: 2 }, 'Only two of these parts have failed here'],
  ['too few failures', { failures: 0, life: null }, 'None of these parts has failed'],
  ['does not wear out', { life: { shape: 0.9, scale: 1000 } }, 'Old ones fail no more often than new ones'],
  ['too little to gain', { cost: { preventive: 1, failure: 1.5 } }, 'under 2 %'],
  ['no fit', { life: null }, 'too much alike'],
] as const)('falls back to the catalogue: %s', (basis, change, words) => {
  const judged = judgeInterval({ ...wearsOut, ...change })
  expect(judged).toMatchObject({ basis, interval: 300, optimum: null })
  expect(judged.words).toContain(words)
  expect(judged.words).toContain('300 h')
})
