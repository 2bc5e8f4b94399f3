import { v5 as derivedId } from 'uuid'
import type { SwapKit } from '@diatribon/contract'
import { countersAt } from '../pieces/placeEvidence.ts'
import { changedForFault, holdWhileItCures } from '../pieces/partChanged.ts'
import { requireJoints } from '../pieces/requireJoints.ts'
import { slotWork, confirmedWords } from '../pieces/requireSignOffs.ts'
import type { ActionKind } from '../actionKind.ts'
import { fitNew, partInSlot, requireFits, slotOn, takenOut } from '../pieces/slotParts.ts'

export const swapKit: ActionKind<SwapKit> = {
  right: 'swap parts',
  needs: ({ swaps }) => ({
    slots: swaps.map(({ slotId }) => slotId),
    partTypes: swaps.map(({ partTypeId }) => partTypeId),
  }),

  work: (facts, { printerId, swaps, confirmed }) =>
    slotWork(facts, { printerId, slotIds: swaps.map(({ slotId }) => slotId), confirmed }),

  whenSent: (facts, { printerId, swaps }) => requireJoints(facts, printerId, swaps),

  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, swaps, faultId, key } = action
    const printer = facts.printer(printerId)
    const counters = await countersAt(facts, printer, at)
    for (const { slotId, fittingId, removalReason, partTypeId } of swaps) {
      const slot = slotOn(facts, printer, slotId)
      requireFits(facts, partTypeId, slot.kind)
      const old = partInSlot(facts, { printer, slot, fittingId, at })
      if (old) facts.put('fitting', takenOut(old, { at, counters, seq, removalReason }))
      const id = derivedId(`fitting ${slotId}`, key)
      facts.put('fitting', fitNew({ id, siteId, printerId, slotId, partTypeId, at, counters, seq, fromStore: true }))
    }
    const slots = swaps.map(({ slotId }) => facts.slot(slotId))
    if (faultId) await changedForFault(facts, { faultId, printerId, siteId, seq, personId, at, key, slots })
    await holdWhileItCures(facts, { printerId, siteId, seq, at, slotKinds: slots.map(({ kind }) => kind) })
  },

  words: ({ kit, swaps, confirmed }, names) =>
    `${kit}: ${swaps
      .map(
        ({ slotId, removalReason, partTypeId }) =>
          `${names.slot(slotId)} (${removalReason}) to ${names.partType(partTypeId)}`,
      )
      .join('; ')}${confirmedWords(confirmed)}`,
}
