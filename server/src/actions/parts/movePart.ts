import { v5 as derivedId } from 'uuid'
import type { MovePart } from '@diatribon/contract'
import { dayMs, combine, given } from '@diatribon/core'
import { countersAt, fittedCountersOf } from '../pieces/placeEvidence.ts'
import { holdWhileItCures } from '../pieces/partChanged.ts'
import { slotWork, confirmedWords } from '../pieces/requireSignOffs.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { fitNew, partInSlot, requireFits, slotOn, takenOut } from '../pieces/slotParts.ts'

export const movePart: ActionKind<MovePart> = {
  reachesBeyondPrinter: () => true,
  right: 'swap parts',
  needs: ({ fittingId, toPrinterId, toSlotId, replacementPartTypeId }) => ({
    printers: [toPrinterId],
    fittings: [fittingId],
    slots: [toSlotId],
    partTypes: replacementPartTypeId ? [replacementPartTypeId] : [],
  }),

  work: (facts, { printerId, toSlotId, confirmed }) => slotWork(facts, { printerId, slotIds: [toSlotId], confirmed }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, fittingId, toPrinterId, toSlotId, removalReason, replacementPartTypeId, key } = action
    const [from, to] = [facts.printer(printerId), facts.printer(toPrinterId)]
    const moving = facts.fitting(fittingId)
    if (moving.printerId !== printerId || moving.removedAt || moving.takenBackSeq)
      throw new Refusal(
        409,
        'part-not-in-slot',
        `That part is not in ${from.name} any more. Look at the printer again.`,
      )
    if (at < moving.fittedAt)
      throw new Refusal(409, 'before-fitting', 'The part was fitted later than that; it cannot have moved before.')
    await facts.load('partType', 'id', [moving.partTypeId])
    await facts.load('slot', 'id', [moving.slotId])
    const slot = slotOn(facts, to, toSlotId)
    if (slot.id === moving.slotId) throw badInput('toSlotId', 'That is the slot that the part sits in already.')
    requireFits(facts, moving.partTypeId, slot.kind)
    const old = partInSlot(facts, { printer: to, slot, fittingId: undefined, at })
    if (old && !removalReason)
      throw badInput('removalReason', `A part sits in ${slot.name} of ${to.name}: say why it comes out.`)
    if (replacementPartTypeId) requireFits(facts, replacementPartTypeId, facts.slot(moving.slotId).kind)
    const here = await countersAt(facts, from, at)
    const there = await countersAt(facts, to, at)
    const out = takenOut(moving, { at, counters: here, seq, removalReason: 'borrowed for another printer' })
    const run = combine(
      {
        hours: given(out.removedHours),
        prints: given(out.removedPrints),
        metres: given(out.removedMetres),
        abrasiveMetres: given(out.removedAbrasiveMetres),
      },
      fittedCountersOf(moving),
      (a, b) => a - b,
    )
    facts.put('fitting', { ...out, movedOn: true })
    if (old) facts.put('fitting', takenOut(old, { at, counters: there, seq, removalReason: given(removalReason) }))
    const { partTypeId, partId, ageIsKnown } = moving
    facts.put('fitting', {
      ...fitNew({
        id: derivedId('fitting', key),
        siteId,
        printerId: toPrinterId,
        slotId: toSlotId,
        partTypeId,
        at,
        counters: there,
        seq,
      }),
      partId,
      ageIsKnown,
      beforeHours: moving.beforeHours + run.hours,
      beforePrints: moving.beforePrints + run.prints,
      beforeMetres: moving.beforeMetres + run.metres,
      beforeAbrasiveMetres: moving.beforeAbrasiveMetres + run.abrasiveMetres,
      beforeDays: moving.beforeDays + (at.getTime() - moving.fittedAt.getTime()) / dayMs,
    })
    if (replacementPartTypeId)
      facts.put(
        'fitting',
        fitNew({
          id: derivedId('replacement', key),
          siteId,
          printerId,
          slotId: moving.slotId,
          partTypeId: replacementPartTypeId,
          at,
          counters: here,
          seq,
          fromStore: true,
        }),
      )
    await holdWhileItCures(facts, { printerId: toPrinterId, siteId, seq, at, slotKinds: [slot.kind] })
    if (replacementPartTypeId) await holdWhileItCures(facts, { printerId, siteId, seq, at, slotKinds: [slot.kind] })
  },

  words: ({ printerId, toPrinterId, toSlotId, replacementPartTypeId, confirmed }, names) =>
    `From ${names.printer(printerId)} to ${names.printer(toPrinterId)}, ${names.slot(toSlotId)}` +
    (replacementPartTypeId ? `; ${names.partType(replacementPartTypeId)} in its place` : '; its slot is empty') +
    confirmedWords(confirmed),
}
