import type { Facts, FittingRow, JobRow } from '../facts.ts'

/** The job that was started on a printer and is not finished. */
export const jobOn = (facts: Facts, printerId: string): JobRow | undefined =>
  facts.loaded('job').find((row) => row.printerId === printerId && row.finishedSeq === null)

/** The part that sits in a slot now. */
export const fittingIn = (facts: Facts, slotId: string): FittingRow | undefined =>
  facts.loaded('fitting').find((row) => row.slotId === slotId && row.removedAt === null && row.takenBackSeq === null)

/** Fittings of a printer that were fitted or removed after the moment, as far as they are loaded. */
export const fittingsChangedAfter = (facts: Facts, printerId: string, moment: Date): FittingRow[] =>
  facts
    .loaded('fitting')
    .filter(
      (row) =>
        row.printerId === printerId &&
        row.takenBackSeq === null &&
        (row.fittedAt > moment || (row.removedAt !== null && row.removedAt > moment)),
    )
