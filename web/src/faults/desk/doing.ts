import type { OfferedTest, RankedCause } from '@diatribon/contract'

/** What somebody is doing at the desk of a fault: the dialog that is open. */
export type Doing =
  | { what: 'close' | 'swap' | 'lay down' | 'take back' }
  | { what: 'test'; test: OfferedTest; outcome: string }
  | { what: 'change'; cause: RankedCause | null }
