import { foretoldScore, joinScores } from './foretold.ts'

describe('chances that were told', () => {
  it('by hand', () => {
    const score = foretoldScore([
      { chance: 0.5, happened: true },
      { chance: 0.5, happened: false },
      { chance: 0.1, happened: false },
    ])!
    expect(score.brier).toBeCloseTo((0.25 + 0.25 + 0.01) / 3, 12)
    expect(score.expected).toBeCloseTo(1.1, 12)
    expect(score.brierOfShare).toBeCloseTo(2 / 9, 12)
    expect(score.bins).toEqual([
      { from: 0.1, to: 0.2, count: 1, told: 0.1, happened: 0 },
      { from: 0.4, to: 1, count: 2, told: 0.5, happened: 1 },
    ])
  })
  it('of nobody is none', () => {
    expect(foretoldScore([])).toBeNull()
  })
  it('of several lists together are those of one list', () => {
    const told = Array.from({ length: 60 }, (_, i) => ({ chance: (i % 20) / 25, happened: i % 7 === 0 }))
    const joined = joinScores(
      [told.slice(0, 13), told.slice(13, 40), told.slice(40)].map((list) => foretoldScore(list)!),
    )!
    const whole = foretoldScore(told)!
    for (const name of ['count', 'expected', 'happened', 'brier', 'brierOfShare'] as const)
      expect(joined[name]).toBeCloseTo(whole[name], 12)
    expect(joined.bins.map((bin) => [bin.from, bin.count, bin.happened])).toEqual(
      whole.bins.map((bin) => [bin.from, bin.count, bin.happened]),
    )
    expect(joinScores([])).toBeNull()
  })
})
