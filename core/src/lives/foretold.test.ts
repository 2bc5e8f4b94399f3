import { foretoldScore } from './foretold.ts'

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
})
