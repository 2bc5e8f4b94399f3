import type { Area } from './actions/action.ts'

/** Areas of which the pages of one printer show something. */
export const areasOfPrinters: ReadonlySet<Area> = new Set<Area>([
  'printers',
  'hours',
  'readings',
  'faults',
  'checks',
  'plan',
])

/** What the event stream says after a commit: which areas to fetch again. */
export interface LiveNotice {
  areas: Area[]
  /** Printers that were touched; null: any may have been, or too many to name. */
  printerIds: string[] | null
  /** Newest entry that the notice covers. */
  seq: number
}
