import type { MachineLimits } from '@diatribon/contract'

/** Limits of one printer that hold from now on, beside what its model says. */
export const limitRow = (of: {
  seq: number
  siteId: string
  printerId: string
  at: Date
  limits: Partial<MachineLimits>
  reason: string
}) => ({ ...of, untilAt: null, untilSeq: null, takenBackSeq: null })
