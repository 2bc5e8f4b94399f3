/** Limits that a reading is judged by, and whose they are. */
export interface SeriesLimits {
  lower: number | null
  upper: number | null
  /** usual: of the trade, and nobody here has confirmed it yet. */
  from: 'maker' | 'site' | 'usual' | 'none'
}

export interface SeriesPoint {
  seq: number
  hours: number
  at: string
  value: number
  /** Where it came from: a check, the take-in, an instrument, or typed. */
  source: string
  /** The material that was printed then, where it matters for such a reading and is known. */
  family: string | null
  /** Since the last restart, and of the same material as the newest: the judgement is about these. */
  counts: boolean
}

/** Something drawn on the chart: a change or an adjustment. */
export interface SeriesMark {
  hours: number
  at: string
  words: string
  restarts: boolean
  /** Another material was printed from here on. */
  isMaterial: boolean
}

export type SeriesCrossing =
  | { kind: 'no limit' | 'too few' | 'beyond' | 'steady' }
  | { kind: 'crosses'; limit: 'lower' | 'upper'; inHours: number; earliest: number; latest: number | null }

/** All readings of one kind on one printer, and what they say. */
export interface ReadingSeries {
  kindId: string
  name: string
  unit: string
  corrections: 'restart' | 'go on'
  points: SeriesPoint[]
  marks: SeriesMark[]
  /** The material whose readings are judged; null: it does not matter, or was always the same. */
  family: string | null
  chart: { mean: number; sigma: number; lower: number; upper: number } | null
  /** The smoothed value after the baseline (half of the readings, three to ten), with its limits; null: too few readings, or scatter unknown. */
  moved: { points: { smooth: number; lower: number; upper: number }[]; isOut: boolean } | null
  /** Runs that are too unlikely to be chance; places among the points since the restart. */
  /** The newest sudden step that has not gone back: from the mean before to the mean since, and when. */
  step: { before: number; after: number; at: string } | null
  breaches: { rule: string; from: number; to: number }[]
  limits: SeriesLimits
  crossing: SeriesCrossing
  /** Worth somebody's look: it reaches a limit, has stepped at once, or has only moved. */
  lists: 'reaches' | 'stepped' | 'moved' | null
}
