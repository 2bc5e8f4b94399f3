import type { Note } from '@diatribon/contract'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

/** A note changes no facts of a printer: it is the entry itself, and whom and what it points at. */
export const note: ActionKind<Note> = {
  right: 'write a note',
  leavesPrinterAlone: true,
  reachesBeyondPrinter: () => false,
  photos: ({ photos = [] }) => photos,
  async apply(facts, { seq, siteId, action }) {
    const { printerId, mentions = [], replyTo } = action
    if (printerId) facts.printer(printerId)
    const answered = replyTo ? await facts.entry(replyTo) : null
    if (answered === undefined) throw new Refusal(404, 'not-there', 'The entry that this answers is not in the book.')
    for (const id of mentions) {
      const { role } = await facts.get('person', id, 'person')
      if (role === 'device' || role === 'visitor')
        throw badInput('mentions', 'Only people of the staff can be mentioned.')
    }
    for (const personId of mentions)
      facts.put('noteLink', { id: `${seq} ${personId}`, siteId, seq, personId, toSeq: null })
    if (answered) facts.put('noteLink', { id: `${seq} answer`, siteId, seq, personId: null, toSeq: answered.seq })
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
