import type { Action, Recorded } from '@diatribon/contract'
import type { logEntry } from '../../platform/tables.ts'

/** An action as the book has it. Nothing else may decide what `apply` does: no clock, no randomness, no environment. */
export interface Entry<A> {
  seq: number
  siteId: string
  personId: string
  at: Date
  action: A
}

export type LogRow = typeof logEntry.$inferSelect

/** An action as a line of the book: the header in columns, the rest as payload. */
export function logRowOf(
  action: Action,
  of: { seq: number; siteId: string; personId: string; recordedAt: Date; amends: AmendedEntry | null },
): LogRow {
  const { amends, ...line } = of
  const { key, kind, at, ...rest } = action
  const { printerId = amends?.printerId ?? null, ...payload } = rest as Record<string, unknown>
  const amendsSeq = amends?.seq ?? null
  return { ...line, amendsSeq, key, kind, at: new Date(at), printerId: printerId as string | null, payload }
}

/** The entry that an amendment points at: the amendment is filed under the same printer. */
export interface AmendedEntry {
  seq: number
  personId: string
  printerId: string | null
  action: Action
}

/** The action that a line of the book was made from. */
export function actionOf({ key, kind, at, printerId, payload }: LogRow): Action {
  const own = printerId && kind !== 'amend' ? { printerId } : {}
  return { key, kind, at: at.toISOString(), ...own, ...payload } as Action
}

export function entryOf(row: LogRow): Entry<Action> {
  const { seq, siteId, personId, at } = row
  return { seq, siteId, personId, at, action: actionOf(row) }
}

export function recordedOf({ seq, key, kind, at, recordedAt }: LogRow): Recorded {
  return { seq, key, kind: kind as Recorded['kind'], at: at.toISOString(), recordedAt: recordedAt.toISOString() }
}
