import type { BookPrinter } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { requireDay } from './makeDuty.ts'

export const bookPrinter: ActionKind<BookPrinter> = {
  right: 'book printers',
  async apply(facts, { siteId, personId, at, action }) {
    const { bookingId, printerId, fromDay, untilDay, words } = action
    facts.printer(printerId)
    requireDay('fromDay', fromDay)
    requireDay('untilDay', untilDay)
    if (untilDay < fromDay) throw badInput('untilDay', 'The last day lies before the first.')
    if (await facts.look('booking', bookingId))
      throw new Refusal(409, 'already-here', 'There is already a booking with this id.')
    facts.put('booking', {
      id: bookingId,
      siteId,
      printerId,
      fromDay,
      untilDay,
      words,
      personId,
      at,
      cancelledSeq: null,
    })
  },
  words: ({ fromDay, untilDay, words }) => `${words} (${fromDay === untilDay ? fromDay : `${fromDay} to ${untilDay}`})`,
}
