import type { PrinterState } from '@diatribon/contract'

/** What a printer's row says of whether it may be used: the one place where it is decided. */
export function stateOf(row: {
  retiredReason: string | null
  takingIn: boolean
  holdReason: string | null
}): PrinterState {
  if (row.retiredReason !== null) return 'retired'
  if (row.takingIn) return 'being taken in'
  return row.holdReason === null ? 'in service' : 'on hold'
}
