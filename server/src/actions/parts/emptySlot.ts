import { given } from '@diatribon/core'
import { and, eq, isNull } from 'drizzle-orm'
import type { EmptySlot } from '@diatribon/contract'
import { countersAt } from '../pieces/placeEvidence.ts'
import { slotWork, confirmedWords } from '../pieces/requireSignOffs.ts'
import { Refusal } from '../../platform/refusal.ts'
import { fitting } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import { partInSlot, putBack, slotOn, takenOut } from '../pieces/slotParts.ts'
import { fittingIn } from '../pieces/inPlace.ts'

export const emptySlot: ActionKind<EmptySlot> = {
  right: 'swap parts',
  needs: ({ slotId }) => ({ slots: [slotId] }),
  work: (facts, { printerId, slotId, confirmed }) => slotWork(facts, { printerId, slotIds: [slotId], confirmed }),

  async apply(facts, { seq, at, action }) {
    const { printerId, slotId, fittingId, removalReason } = action
    const printer = facts.printer(printerId)
    const old = given(partInSlot(facts, { printer, slot: slotOn(facts, printer, slotId), fittingId, at }))
    facts.put('fitting', takenOut(old, { at, counters: await countersAt(facts, printer, at), seq, removalReason }))
  },

  async amend(facts, original, { seq, action }) {
    await facts.flush()
    const [went] = await facts.db
      .select()
      .from(fitting)
      .where(and(eq(fitting.removedSeq, original.seq), isNull(fitting.takenBackSeq)))
    if (action.correction) {
      const { removalReason } = action.correction
      if (!removalReason) throw new Refusal(400, 'bad-input', 'An emptied slot is corrected by its removal reason.')
      facts.put('fitting', { ...given(went), removalReason, changedSeq: seq })
      return
    }
    if (fittingIn(facts, original.action.slotId))
      throw new Refusal(409, 'built-upon', 'Another part sits in this slot by now. Take that swap back first.')
    facts.put('fitting', putBack(given(went), seq))
  },
  correctable: ({ removalReason }) => ({ removalReason }),
  words: ({ slotId, removalReason, confirmed }, names) =>
    `${names.slot(slotId)}: part out (${removalReason}), left empty${confirmedWords(confirmed)}`,
}
