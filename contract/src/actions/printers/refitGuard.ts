import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A guard is back in its place. */
export interface RefitGuard extends PrinterActionHeader<'refit-guard'> {
  guardId: string
  note?: string
}

export const refitGuard: ActionShape<RefitGuard> = {
  schema: printerAction<RefitGuard>('refit-guard', { guardId: uuid.required(), note: words(2000) }),
  summary: 'Put a guard back.',
}
