import type { TestOutcome } from '@diatribon/contract'
import { chanceOf, withCause, withChance, withoutCause, withoutOutcome, withOutcome } from './outcomes.ts'

const two: TestOutcome[] = [
  { words: 'cracked', likely: { lever: 0.9 }, otherwise: 0.05 },
  { words: 'whole', likely: { lever: 0.1 }, otherwise: 0.95 },
]
const under = (outcomes: TestOutcome[], causeId: string | null) => outcomes.map((outcome) => chanceOf(outcome, causeId))
const sums = (outcomes: TestOutcome[]) =>
  ['lever', 'fan', null].map((causeId) => under(outcomes, causeId).reduce((sum, chance) => sum + chance, 0))

describe('the chances of a test', () => {
  it('give what is left to the last outcome', () => {
    expect(under(withChance(two, 'lever', 0, 0.7), 'lever')).toEqual([0.7, 0.3])
    expect(under(withChance(two, null, 0, 0.2), null)).toEqual([0.2, 0.8])
    expect(under(withChance(two, 'lever', 0, 0.7), null)).toEqual([0.05, 0.95])
  })

  it('take in a cause and let it go', () => {
    const named = withCause(two, 'fan')
    expect(under(named, 'fan')).toEqual([0.8, 0.2])
    expect(withoutCause(named, 'fan')).toEqual(two)
  })

  it('add up to 1 with any number of outcomes', () => {
    const three = withOutcome(withCause(two, 'fan'))
    expect(three).toHaveLength(3)
    expect(three[2]!.words).toBe('whole')
    expect(under(three, 'lever')).toEqual([0.9, 0.01, 0.09])
    const changed = withChance(three, 'lever', 1, 0.05)
    expect(under(changed, 'lever')).toEqual([0.9, 0.05, 0.05])
    const four = withCause(withOutcome(changed), 'fan')
    for (const outcomes of [three, changed, four, withoutOutcome(four, 0), withoutOutcome(four, 3)])
      for (const sum of sums(outcomes)) expect(Math.abs(sum - 1)).toBeLessThan(0.015)
    expect(withoutOutcome(three, 1).map(({ words }) => words)).toEqual(['cracked', 'whole'])
  })

  it('are never 0 or 1, and leave it to the reader when there is too much', () => {
    expect(under(withChance(two, 'lever', 0, 1), 'lever')).toEqual([0.99, 0.01])
    const three = withChance(withChance(withOutcome(two), null, 0, 0.8), null, 1, 0.6)
    expect(under(three, null)).toEqual([0.8, 0.6, 0.01])
  })
})
