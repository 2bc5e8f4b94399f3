import type { RetirePrinter } from '@diatribon/contract'
import { eq } from 'drizzle-orm'
import { loan } from '../../platform/tables.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const retirePrinter: ActionKind<RetirePrinter> = {
  right: 'set up the site',
  async whenSent(facts, { printerId }) {
    const rows = await facts.db.select().from(loan).where(eq(loan.printerId, printerId))
    const out = facts.loaded('loan', rows).find((row) => row.printerId === printerId && row.backSeq === null)
    if (out)
      throw new Refusal(
        409,
        'lent',
        `${facts.printer(printerId).name} is lent to ${out.to}. Take it back first, then retire it.`,
      )
  },
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    requireHere(printer)
    facts.put('printer', { ...printer, retiredReason: action.reason })
  },
  words: ({ reason }) => reason,
}
