import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A turn of a check is left out, with a reason. */
export interface SkipCheck extends PrinterActionHeader<'skip-check'> {
  checkTypeId: string
  reason: string
}

export const skipCheck: ActionShape<SkipCheck> = {
  schema: printerAction<SkipCheck>('skip-check', { checkTypeId: uuid.required(), reason: words(500).required() }),
  summary: 'Skip this turn of a check, with a reason.',
}
