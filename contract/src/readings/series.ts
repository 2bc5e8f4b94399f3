/** Limits that a reading is judged by, and whose they are. */
export interface SeriesLimits {
  lower: number | null
  upper: number | null
  from: 'maker' | 'site' | 'own history' | 'none'
}

export interface SeriesPoint {
  seq: number
  hours: number
  at: string
  value: number
  /** Where it came from: a check, the take-in, an instrument, or typed. */
  source: string
}

/** Something drawn on the chart: a change or an adjustment. */
export interface SeriesMark {
  hours: number
  at: string
  words: string
  restarts: boolean
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
  /** How many of the last points the judgement is about: those since the last restart. */
  sinceRestart: number
  chart: { mean: number; sigma: number; lower: number; upper: number } | null
  ewma: { points: number[]; lower: number; upper: number } | null
  /** Runs that are too unlikely to be chance; places among the points since the restart. */
  breaches: { rule: string; from: number; to: number }[]
  ewmaIsOut: boolean
  limits: SeriesLimits
  crossing: SeriesCrossing
  isDrifting: boolean
}

/** A line of the site-wide list. */
export interface DriftingReading {
  printer: { id: string; name: string; place: string; onHold: boolean }
  name: string
  unit: string
  last: { value: number; hours: number; at: string }
  limits: SeriesLimits
  crossing: SeriesCrossing
  /** What gave it away, in words. */
  words: string[]
}

export interface DriftingPage {
  readings: DriftingReading[]
  /** Printers that are still to be looked at; ask again. */
  waiting: number
}
