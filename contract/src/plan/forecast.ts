import type { Freshness } from '../freshness.ts'
/** What a printer is expected to run, by day of the week. */
export interface ForecastPage {
  fresh: Freshness
  /** null: too little has been counted. */
  weekdays: { weekday: number; closed: boolean; mean: number; limits: [low: number, high: number] | null }[] | null
  weekMean: number
  /** By how much the coming week may lie off, in 8 cases of 10; null: less than four weeks have been counted. */
  weekOff: number | null
  /** By which share a week runs more than the one before it; null as above. */
  growth: { mean: number; sd: number } | null
  /** The coming days: expected hours, 0 when closed. */
  days: { day: string; closed: boolean; mean: number }[]
}
