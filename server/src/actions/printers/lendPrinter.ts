import { requireNotPast } from '../pieces/requireNotPast.ts'
import { eq } from 'drizzle-orm'
import type { LendPrinter } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { loan } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts } from '../facts.ts'
import { requireDay } from '../pieces/requireDay.ts'
import { requireHere } from '../pieces/requireHere.ts'
import { onHold } from '../pieces/down.ts'
import { jobOn } from '../pieces/inPlace.ts'

export const lendPrinter: ActionKind<LendPrinter> = {
  right: 'release a printer',
  needs: ({ printerId }) => ({ jobsRunningOn: [printerId] }),
  photos: ({ photos = [] }) => photos,
  whenSent: (_facts, { untilDay, at }) => requireNotPast('untilDay', untilDay, at),
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, to, untilDay, condition, photos = [] } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    requireDay('untilDay', untilDay)
    if (await openLoan(facts, printerId)) throw new Refusal(409, 'already-lent', `${printer.name} is lent out already.`)
    if (jobOn(facts, printerId))
      throw new Refusal(409, 'job-running', `${printer.name} is printing. Finish the job before it leaves.`)
    facts.put('loan', {
      seq,
      siteId,
      printerId,
      to,
      untilDay,
      condition,
      photos,
      at,
      personId,
      backAt: null,
      backSeq: null,
      backCondition: null,
      backPhotos: [],
    })
    // Out of the house is no time down: it is not broken.
    facts.put('printer', onHold(printer, `Lent to ${to} until ${untilDay}`, at))
  },
  words: ({ to, untilDay, condition }) => `To ${to}, until ${untilDay}. ${condition}`,
}

/** The loan of a printer that is out. */
export async function openLoan(facts: Facts, printerId: string) {
  const rows = await facts.db.select().from(loan).where(eq(loan.printerId, printerId))
  return facts.loaded('loan', rows).find((row) => row.printerId === printerId && row.backSeq === null)
}
