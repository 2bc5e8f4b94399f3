import Joi from 'joi'
import { photoIds, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Something the others should know, about one printer or about the workshop; or an answer to another entry. */
export interface Note extends ActionHeader<'note'> {
  printerId?: string
  text: string
  /** People whom it is for above all. */
  mentions?: string[]
  /** Key of the entry that it answers. */
  replyTo?: string
  photos?: string[]
}

export const note: ActionShape<Note> = {
  schema: siteAction<Note>('note', {
    printerId: uuid,
    text: words(4000).required(),
    mentions: Joi.array().items(uuid).min(1).max(20).unique(),
    replyTo: uuid,
    photos: photoIds,
  }),
  summary: 'Write a note on a printer or for the whole workshop, or answer an entry.',
}
