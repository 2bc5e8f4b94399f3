import { v5 as derivedId } from 'uuid'
import type { SwapKit } from '@diatribon/contract'
import { countersAt } from '../hours/placeEvidence.ts'
import type { ActionKind } from './actionKind.ts'
import { fitNew, partInSlot, requireFits, slotOn, takenOut } from './swapPart.ts'

export const swapKit: ActionKind<SwapKit> = {
  right: 'swap parts',
  needs: ({ swaps }) => ({
    slots: swaps.map(({ slotId }) => slotId),
    partTypes: swaps.map(({ partTypeId }) => partTypeId),
  }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, swaps, key } = action
    const printer = facts.printer(printerId)
    const counters = await countersAt(facts, printer, at)
    for (const { slotId, fittingId, removalReason, partTypeId } of swaps) {
      const slot = slotOn(facts, printer, slotId)
      requireFits(facts, partTypeId, slot.kind)
      const old = partInSlot(facts, { printer, slot, fittingId, at })
      if (old) facts.put('fitting', takenOut(old, { at, counters, seq, removalReason }))
      const id = derivedId(`fitting ${slotId}`, key)
      facts.put('fitting', fitNew({ id, siteId, printerId, slotId, partTypeId, at, counters, seq }))
    }
  },

  words: ({ kit, swaps }, names) =>
    `${kit}: ${swaps
      .map(
        ({ slotId, removalReason, partTypeId }) =>
          `${names.slot(slotId)} (${removalReason}) to ${names.partType(partTypeId)}`,
      )
      .join('; ')}`,
}
