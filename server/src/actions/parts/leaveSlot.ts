import { given } from '@diatribon/core'
import type { LeaveSlot } from '@diatribon/contract'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { confirmedWords, slotWork } from '../pieces/requireSignOffs.ts'
import { partInSlot, putBack, slotOn, takenOut } from '../pieces/slotParts.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { requireFreeName, slotsOn } from '../pieces/slotsOn.ts'

export const leaveSlot: ActionKind<LeaveSlot> = {
  right: 'swap parts',
  needs: ({ slotId }) => ({ slots: [slotId] }),
  work: (facts, { printerId, slotId, confirmed }) => slotWork(facts, { printerId, slotIds: [slotId], confirmed }),

  async apply(facts, { seq, at, action }) {
    const { printerId, slotId, removalReason } = action
    const printer = facts.printer(printerId)
    const slot = slotOn(facts, printer, slotId)
    if (slot.addedAt && at < slot.addedAt)
      throw new Refusal(409, 'before-fitting', `${slot.name} joined ${printer.name} later than that.`)
    const old = partInSlot(facts, { printer, slot, fittingId: undefined, at })
    if (old && !removalReason) throw badInput('removalReason', `Say why the part in ${slot.name} comes out.`)
    const counters = await countersAt(facts, printer, at)
    if (old) facts.put('fitting', takenOut(old, { at, counters, seq, removalReason: given(removalReason) }))
    facts.put('slot', { ...slot, removedAt: at, removedSeq: seq })
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw new Refusal(400, 'bad-input', 'A slot that left is not corrected: take the entry back.')
    const { printerId, slotId } = original.action
    const slot = facts.slot(slotId)
    requireFreeName(facts.printer(printerId), await slotsOn(facts, printerId), slot.name)
    await facts.load('fitting', 'slot_id', [slotId], 'AND taken_back_seq IS NULL')
    const went = facts.loaded('fitting').find((one) => one.slotId === slotId && one.removedSeq === original.seq)
    if (went?.movedOn)
      throw new Refusal(409, 'moved-on', 'The part of this slot sits in another by now. Take that swap back first.')
    if (went) facts.put('fitting', putBack(went, seq))
    facts.put('slot', { ...slot, removedAt: null, removedSeq: null })
  },
  words: ({ slotId, removalReason, reason, confirmed }, names) =>
    `${names.slot(slotId)} taken off${removalReason ? `, its part out (${removalReason})` : ''}: ${reason}${confirmedWords(confirmed)}`,
}
