import { dayField, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A printer is spoken for on some days: nobody plans work on it then. */
export interface BookPrinter extends ActionHeader<'book-printer'> {
  bookingId: string
  printerId: string
  fromDay: string
  untilDay: string
  words: string
}

export const bookPrinter: ActionShape<BookPrinter> = {
  schema: siteAction<BookPrinter>('book-printer', {
    bookingId: uuid.required(),
    printerId: uuid.required(),
    fromDay: dayField.required(),
    untilDay: dayField.required(),
    words: words(200).required(),
  }),
  summary: 'Book a printer for some days.',
}
