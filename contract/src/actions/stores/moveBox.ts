import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody takes the box along, or puts it back. */
export interface MoveBox extends ActionHeader<'move-box'> {
  boxId: string
  place: string
  /** Who has it; left out: it stands there. */
  personId?: string
}

export const moveBox: ActionShape<MoveBox> = {
  schema: siteAction<MoveBox>('move-box', { boxId: uuid.required(), place: words(80).required(), personId: uuid }),
  summary: 'Say where a repair box is now, and who has it.',
}
