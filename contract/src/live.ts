import type { Topic } from './topics.ts'

/** What has changed, and of which printers; null: of any, or of what belongs to none. */
export type Changed = Partial<Record<Topic, string[] | null>>

/** What the event stream says after a commit. */
export interface LiveNotice {
  changed: Changed
  /** Newest entry that the notice covers. */
  seq: number
}
