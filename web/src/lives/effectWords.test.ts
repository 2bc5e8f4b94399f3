import { effectWords } from './effectWords.ts'

it.each([
  [1 / 3, [0.25, 0.5], 'Glow alone, against none: cuts its life to a third (a quarter to half).'],
  [0.42, [0.3, 0.6], 'Glow alone, against none: cuts its life to 42 % (30 % to 60 %).'],
  [2, [1.5, 3.2], 'Glow alone, against none: it lasts twice as long (1.5 times to 3.2 times).'],
  [0.8, [0.5, 1.3], 'Glow alone, against none: not yet clear which way (its life becomes half to 1.3 times as long).'],
] as [number, [number, number], string][])('says %d with limits %j in words', (times, limits, words) => {
  expect(effectWords({ words: 'glow alone, against none', times, limits })).toBe(words)
})
