import { describe, expect, test } from '@jest/globals'
import { seeded } from '../testing/lifetimes.ts'
import { didItHelp } from './didItHelp.ts'
import { helpedWords } from './helpedWords.ts'

const of = (before: number, after: number, time = 8000) => ({
  before: { events: before, time },
  after: { events: after, time },
})

describe('did it help', () => {
  test('fewer faults, and the others as before: it did', () => {
    expect(didItHelp(of(20, 4), of(18, 17), false)).toMatchObject({ verdict: 'helped', wereTheWorst: false })
  })
  test('more faults: it made it worse', () => {
    expect(didItHelp(of(4, 20), null, false).verdict).toBe('made it worse')
  })
  test('too little seen, or no time afterwards: no sign yet', () => {
    expect(didItHelp(of(3, 1), of(3, 3), false).verdict).toBe('no sign yet')
    expect(didItHelp({ before: { events: 9, time: 100 }, after: { events: 0, time: 0 } }, null, true)).toMatchObject({
      verdict: 'no sign yet',
      rates: null,
    })
  })
  test('the others became better just as much: then it was something else', () => {
    expect(didItHelp(of(20, 4), of(22, 5), false).verdict).toBe('no sign yet')
  })
  test('the worst ones were chosen: they get better by themselves, unless they were drawn by lot', () => {
    expect(didItHelp(of(30, 10), of(6, 6), false).wereTheWorst).toBe(true)
    expect(didItHelp(of(30, 10), of(6, 6), true).wereTheWorst).toBe(false)
  })
  // By hand: (2.5/100 ÷ 8.5/100) ÷ (4.5/100 ÷ 4.5/100) = 0.2941; sd of the logarithm √(1/2.5 + 1/8.5 + 2/4.5) = 0.981.
  test('the change beside that of the others, by hand', () => {
    const { beside } = didItHelp(of(8, 2, 100), of(4, 4, 100), true)
    expect(beside?.ratio).toBeCloseTo(0.2941, 4)
    expect(beside?.limits[1]).toBeCloseTo(0.2941 * Math.exp(1.96 * 0.981), 2)
  })
})

test('the verdict in words', () => {
  const said = (before: number, after: number) =>
    helpedWords(didItHelp(of(before, after), null, false), 'lever cracked')
  expect(said(20, 4)).toMatch(/^Helped: lever cracked, 5 times rarer than before \(1.7 to 20\)/)
  expect(said(4, 20)).toMatch(/^Made it worse: lever cracked, 5 times as often as before/)
  expect(said(3, 2)).toMatch(/^No sign yet: .*Too little happened before/)
  expect(said(9, 0)).toContain('none since, where before it came at least')
})

test('an upgrade that does nothing is said to help in no more than 3 of 100 cases, where trouble falls everywhere too', () => {
  const random = seeded(3)
  const poisson = (mean: number) => {
    let [k, product] = [0, random()]
    while (product > Math.exp(-mean)) [k, product] = [k + 1, product * random()]
    return k
  }
  let helped = 0
  for (let i = 0; i < 120; i++) {
    const own = { before: { events: poisson(12), time: 1000 }, after: { events: poisson(12), time: 1000 } }
    const others = { before: { events: poisson(12), time: 1000 }, after: { events: poisson(12), time: 1000 } }
    if (didItHelp(own, others, true).verdict === 'helped') helped++
  }
  expect(helped / 120).toBeLessThan(0.03 + 3 * Math.sqrt((0.03 * 0.97) / 120))
})
