import { sql } from 'drizzle-orm'
import type { OutOfUse, PrinterState, Stop } from '@diatribon/contract'

/**
 * The first open fault that stops a printer: a column of any query over the table of printers. Read with each page and never kept, since
 * nobody may see a printer as in service that somebody has just reported as burnt.
 */
export const stopColumn = sql<Stop | null>`(
  SELECT json_build_object('faultId', f.id, 'symptom', f.symptom, 'at', to_json(f.reported_at), 'byVisitor', who.role = 'visitor')
  FROM fault f JOIN person who ON who.id = f.reported_by
  WHERE f.printer_id = "printer"."id" AND f.closed_seq IS NULL AND f.lifted_seq IS NULL AND NOT f.may_go_on
  ORDER BY f.reported_at LIMIT 1)`

interface StateRow {
  retiredReason: string | null
  takingIn: boolean
  holdReason: string | null
  stop: Stop | null
}

/** What a printer's row says of whether it may be used: the one place where it is decided. */
export function stateOf({ retiredReason, takingIn, holdReason, stop }: StateRow): PrinterState {
  if (retiredReason !== null) return 'retired'
  if (holdReason !== null && !takingIn) return 'on hold'
  if (stop !== null) return 'stopped'
  return takingIn ? 'being taken in' : 'in service'
}

/** Since when it is out: a stop since it was reported, a hold since it was put. */
export const outSince = ({ state }: OutOfUse, { stop, heldAt }: { stop: Stop | null; heldAt: Date | null }) =>
  state === 'stopped' && stop ? new Date(stop.at) : heldAt

/** Why nobody heats, moves or opens it but to put it right; null: it is in use, or being taken in. */
export function outOf(row: Omit<StateRow, 'retiredReason'>): OutOfUse | null {
  const state = stateOf({ ...row, retiredReason: null })
  if (state === 'on hold') return { state, why: row.holdReason ?? '' }
  return state === 'stopped' ? { state, why: row.stop?.symptom ?? '' } : null
}
