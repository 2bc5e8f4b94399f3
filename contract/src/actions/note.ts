import { siteAction, uuid, words, type ActionHeader, type ActionShape } from './action.ts'

/** Something the others should know, about one printer or about the workshop. */
export interface Note extends ActionHeader<'note'> {
  printerId?: string
  text: string
}

export const note: ActionShape = {
  schema: siteAction('note', { printerId: uuid, text: words(4000).required() }),
  areas: ['logbook'],
  summary: 'Write a note on a printer or for the whole workshop.',
}
