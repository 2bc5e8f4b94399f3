/** What a printer is expected to run, by day of the week. */
export interface ForecastPage {
  /** null: too little has been counted. */
  weekdays: { weekday: number; closed: boolean; mean: number; low: number; high: number }[] | null
  weekMean: number
  weekSd: number
  /** The coming days: expected hours, 0 when closed. */
  days: { day: string; closed: boolean; mean: number }[]
}
