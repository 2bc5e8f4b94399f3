/** A chance that was told beforehand, and whether it happened. */
export interface Foretold {
  chance: number
  happened: boolean
}

export interface ForetoldScore {
  count: number
  /** How many were to be expected, and how many happened. */
  expected: number
  happened: number
  /** Mean of (chance − happened)²: 0 is perfect. */
  brier: number
  /** The same for one who had told the share that happened of each: to be better than this is to know something. */
  brierOfShare: number
  /** Chances of about the same size together: what was told in the mean, and what share happened. */
  bins: { from: number; to: number; count: number; told: number; happened: number }[]
}

const binEdges = [0, 0.01, 0.02, 0.05, 0.1, 0.2, 0.4, 1]

/**
 * How well chances that were told have come true.
 * @returns null when none was told
 * Source: Brier (1950), Monthly Weather Review 78; calibration by bins: Murphy & Winkler (1977), Applied Statistics 26.
 */
export function foretoldScore(told: readonly Foretold[]): ForetoldScore | null {
  if (told.length === 0) return null
  const count = told.length
  const expected = told.reduce((sum, { chance }) => sum + chance, 0)
  const happened = told.reduce((sum, one) => sum + (one.happened ? 1 : 0), 0)
  const share = happened / count
  const brier = told.reduce((sum, one) => sum + (one.chance - (one.happened ? 1 : 0)) ** 2, 0) / count
  const bins = binEdges.slice(1).flatMap((to, i) => {
    const from = binEdges[i] ?? 0
    const inside = told.filter(({ chance }) => chance >= from && (chance < to || to === 1))
    if (inside.length === 0) return []
    return {
      from,
      to,
      count: inside.length,
      told: inside.reduce((sum, { chance }) => sum + chance, 0) / inside.length,
      happened: inside.filter((one) => one.happened).length,
    }
  })
  return { count, expected, happened, brier, brierOfShare: share * (1 - share), bins }
}

/** Scores of several together, as if all had been told in one list. @returns null when there are none */
export function joinScores(scores: readonly ForetoldScore[]): ForetoldScore | null {
  if (scores.length === 0) return null
  const sum = (of: (score: ForetoldScore) => number) => scores.reduce((total, score) => total + of(score), 0)
  const [count, happened] = [sum((score) => score.count), sum((score) => score.happened)]
  const share = happened / count
  const bins = new Map<number, ForetoldScore['bins'][number]>()
  for (const bin of scores.flatMap((score) => score.bins)) {
    const same = bins.get(bin.from)
    if (!same) bins.set(bin.from, { ...bin })
    else {
      same.told = (same.told * same.count + bin.told * bin.count) / (same.count + bin.count)
      same.count += bin.count
      same.happened += bin.happened
    }
  }
  return {
    count,
    expected: sum((score) => score.expected),
    happened,
    brier: sum((score) => score.brier * score.count) / count,
    brierOfShare: share * (1 - share),
    bins: [...bins.values()].sort((a, b) => a.from - b.from),
  }
}
