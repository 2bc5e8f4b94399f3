import { eq } from 'drizzle-orm'
import { booking } from '../../platform/tables.ts'
import { requireNotPast } from '../pieces/requireNotPast.ts'
import { requireHere } from '../pieces/requireHere.ts'
import type { BookPrinter } from '@diatribon/contract'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireDay } from '../pieces/requireDay.ts'

export const bookPrinter: ActionKind<BookPrinter> = {
  right: 'book printers',
  async whenSent(facts, { bookingId, printerId, fromDay, untilDay, at }) {
    // One that is sent again says so itself.
    if (await facts.look('booking', bookingId)) return
    const printer = facts.printer(printerId)
    requireHere(printer)
    requireNotPast('untilDay', untilDay, at)
    const found = await facts.db.select().from(booking).where(eq(booking.printerId, printerId))
    const there = facts
      .loaded('booking', found)
      .find(
        (row) =>
          row.printerId === printerId &&
          row.cancelledSeq === null &&
          row.fromDay <= untilDay &&
          row.untilDay >= fromDay,
      )
    if (there)
      throw new Refusal(
        409,
        'booked',
        `${printer.name} is booked from ${there.fromDay} to ${there.untilDay} already: ${there.words}. Choose other days, or take that booking back.`,
      )
  },
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
