import type { RemovalReason } from './removalReasons.ts'

/** A part that came out still good and may go in again: the same part, with its age. */
export interface UsedPart {
  /** Where it was last. */
  fittingId: string
  age: number
  ageIsKnown: boolean
  printerName: string
  slotName: string
  reason: RemovalReason
  removedAt: string
}
