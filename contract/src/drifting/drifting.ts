import type { Freshness } from '../freshness.ts'
import type { ReadingSeries, SeriesCrossing, SeriesLimits } from '../readings/series.ts'
import type { PrinterSpot } from '../spot.ts'

/** A line of the site-wide list. */
export interface DriftingReading {
  printer: PrinterSpot
  kindId: string
  name: string
  unit: string
  last: { value: number; hours: number; at: string }
  limits: SeriesLimits
  crossing: SeriesCrossing
  lists: 'reaches' | 'stepped' | 'moved'
  step: ReadingSeries['step']
  /** Mean of its baseline since it began anew, and where it is now. */
  baseline: number | null
  smooth: number | null
  /** Day on which it would reach its limit by the printer's usual use, and between which days (8 in 10; null: it may as well never); null: nobody can tell. */
  due: { day: string; range: [string, string | null] } | null
}

export interface DriftingPage {
  readings: DriftingReading[]
  fresh: Freshness
}
