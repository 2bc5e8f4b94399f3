import { trendWords } from './trendWords.ts'

const law = { shape: 1.4, shapeUnbiased: 1.3, scale: 90, mtbfNow: 41.273 }

it.each<[number, number | null, RegExp]>([
  [0, null, /^Nothing was repaired/],
  [1, 0.4, /^No trend is to be seen in one repair\. As they come now, a machine has one about every 41\.3\.$/],
  [9, -1.9, /^No trend is to be seen in 9 repairs/],
  [9, 2.4, /^Repairs come ever denser: .* rebuilding or retiring/],
  [9, -2.4, /^Repairs come ever rarer/],
])('%s repairs with a trend of %s', (repairs, laplace, words) => {
  expect(trendWords(repairs, laplace, law)).toMatch(words)
})

it('promises no figure without a law', () => expect(trendWords(3, 2.4, null)).not.toMatch(/\d/))
