import type { TrainingFleet } from '@diatribon/core'

/** A workshop to practise on, as its page shows it. */
export interface PracticeFleet {
  fleet: TrainingFleet
  /** It has this workshop's printers and parts; else made-up ones from the starter library. */
  isOwn: boolean
  /** What was left out or guessed, in words. */
  notes: string[]
}
