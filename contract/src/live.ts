import type { Area } from './actions/action.ts'

/** What the event stream says after a commit: which areas to fetch again. */
export interface LiveNotice {
  areas: Area[]
  /** Printers that were touched; null when too many to name. */
  printerIds: string[] | null
  /** Newest entry that the notice covers. */
  seq: number
}
