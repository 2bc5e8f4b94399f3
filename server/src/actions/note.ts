import type { Note } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'

/** A note changes no facts: it is the entry itself. */
export const note: ActionKind<Note> = {
  right: 'write a note',
  leavesPrinterAlone: true,
  apply(facts, { action }) {
    if (action.printerId) facts.printer(action.printerId)
  },
  amend(_facts, _original, { action }) {
    if (action.correction && action.correction.text === undefined)
      throw new Refusal(400, 'bad-input', 'A note is corrected by its text.', {
        'correction.text': 'correction.text is needed',
      })
  },
  correctable: ({ text }) => ({ text }),
  words: ({ text }) => text,
}
