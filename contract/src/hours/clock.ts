import { clocks, type Clock, type Counters } from '@diatribon/core'

export { clocks, type Clock, type Counters }

/** An age or a total told on every clock at once. */
export interface OnEveryClock extends Counters {
  days: number
}

/** Kinds of evidence about a printer's counters. */
export const evidenceKinds = ['take-in', 'meter', 'job', 'tally', 'goods', 'spool', 'idle'] as const
export type EvidenceKind = (typeof evidenceKinds)[number]

/** One piece of evidence as the printer's page shows it. */
export interface Count {
  seq: number
  key: string
  kind: EvidenceKind
  from: string
  at: string
  meterHours: number | null
  meterBeganAt: number | null
  hours: number
  prints: number
  metres: number
  abrasive: boolean
  /** What it was, in words, with who said it. */
  words: string
  who: string
  /** Of a meter reading: how far it is from what jobs and tallies claimed since the reading before; null when it agrees. */
  gapHours: number | null
  explanation: string | null
}

/** The newest pieces of evidence of a printer, newest first. */
export interface Counts {
  totals: OnEveryClock
  counts: Count[]
  /** Pass as `before` for the next page; null at the beginning. */
  next: string | null
}
