import { printerAction, uuid, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Somebody begins to work on a printer: the others see it, and the time counts as working. */
export interface BeginWork extends PrinterActionHeader<'begin-work'> {
  faultId?: string
}

export const beginWork: ActionShape<BeginWork> = {
  schema: printerAction<BeginWork>('begin-work', { faultId: uuid }),
  summary: 'Begin to work on a printer.',
}
