import type { Doubted, ForetoldScore, MeanCumulative } from '@diatribon/core'
import type { Freshness } from '../freshness.ts'

/** How well one part type's chances came true, week by week. */
export interface PartTypeScore {
  partType: { id: string; name: string }
  score: ForetoldScore | null
  /** What its replacements and failures have cost in these weeks, and what waiting for each failure would have, in minor units. */
  saved: { spent: number; waiting: Doubted } | null
}

/** The product's own score, from the book alone. */
export interface ScorePage {
  fresh: Freshness
  weeks: { from: string; expected: number; happened: number }[]
  all: ForetoldScore | null
  partTypes: PartTypeScore[]
  saved: { spent: number; waiting: Doubted } | null
  /** Of jobs that were started with an estimate: how long they took of it. */
  jobs: { count: number; median: number; middle: [number, number] } | null
  /** Of parts' due dates that were told with a range, how many then came within it (8 in 10 is what was said). */
  dueDates: { told: number; inside: number } | null
  /** Of closed faults: whether the first cause of the list, or one of the first three, was it. */
  causes: { count: number; first: number; firstThree: number } | null
}

/** Repairs of one printer over its life, beside those of its sisters. */
export interface PrinterRepairs {
  printer: { id: string; name: string; model: string }
  runHours: number
  repairs: number
  /** Against the other printers of its model; null: there are none, or nobody was repaired. */
  against: { ratio: number | null; limits: [number, number | null] } | null
  laplace: number | null
  /** Repairs per running hour now, where they clearly come denser or rarer (power law); else those of all its hours. */
  rateNow: number
  /** Running hours at its repairs, of those that stand first. */
  events: number[] | null
  words: string
}

export interface RepairsPage {
  fresh: Freshness
  printers: PrinterRepairs[]
  /** All printers, then each model; a single group where there is one model. */
  groups: { name: string; mcf: MeanCumulative[]; oldest: number }[]
}
