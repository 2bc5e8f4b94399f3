import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { hours, printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A printer has one slot more than its model: something was added to it, or the model forgot it. */
export interface AddSlot extends PrinterActionHeader<'add-slot'> {
  name: string
  slotKind: string
  /** The part in it; without one the slot is empty. */
  partTypeId?: string
  /** Running hours of a part that is not new; null: its age is not known. */
  partHours?: number | null
  confirmed?: ConfirmedWork[]
  note?: string
}

export const addSlot: ActionShape<AddSlot> = {
  schema: printerAction<AddSlot>('add-slot', {
    name: words(60).required(),
    slotKind: words(60).required(),
    partTypeId: uuid,
    partHours: hours.allow(null),
    confirmed: confirmedWorkField,
    note: words(2000),
  }),
  summary: 'Give a printer a slot that its model does not have, with a part in it or empty.',
}
