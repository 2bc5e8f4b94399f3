import type { SignOff } from '../../people/signOffs.ts'
import { slotWorkField } from '../../parts/slotKindFields.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A kind of slot of the workshop's own: what work it is to change a part there is said when it is made. */
export interface AddSlotKind extends ActionHeader<'add-slot-kind'> {
  slotKindId: string
  name: string
  work: SignOff | null
  caution?: string
}

export const addSlotKind: ActionShape<AddSlotKind> = {
  schema: siteAction<AddSlotKind>('add-slot-kind', {
    slotKindId: uuid.required(),
    name: words(60).required(),
    work: slotWorkField,
    caution: words(500),
  }),
  summary: 'Add a kind of slot that the table does not have, and say what work it is.',
}
