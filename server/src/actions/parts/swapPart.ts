import { and, eq, gt, isNull, or } from 'drizzle-orm'
import { v5 as derivedId } from 'uuid'
import type { SwapPart } from '@diatribon/contract'
import { given } from '@diatribon/core'
import { countersAt } from '../pieces/placeEvidence.ts'
import { changedForFault, holdWhileItCures } from '../pieces/partChanged.ts'
import { requireJoints } from '../pieces/requireJoints.ts'
import { confirmedWords, slotWork } from '../pieces/requireSignOffs.ts'
import { fitNew, partInSlot, putBack, requireFits, slotOn, takenOut } from '../pieces/slotParts.ts'
import { goesOnFrom, usedPart } from '../pieces/usedPart.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { fitting } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts, FittingRow, SlotRow } from '../facts.ts'
import { fittingIn } from '../pieces/inPlace.ts'

export const swapPart: ActionKind<SwapPart> = {
  right: 'swap parts',
  // A used part may come from any printer, and two may reach for it at once.
  reachesBeyondPrinter: ({ usedFittingId }) => usedFittingId !== undefined,
  needs: ({ slotId, partTypeId, usedFittingId }) => ({
    slots: [slotId],
    partTypes: [partTypeId],
    fittings: usedFittingId ? [usedFittingId] : [],
  }),
  work: (facts, { printerId, slotId, confirmed }) => slotWork(facts, { printerId, slotIds: [slotId], confirmed }),
  whenSent: (facts, { printerId, slotId, partTypeId }) => requireJoints(facts, printerId, [{ slotId, partTypeId }]),

  async apply(facts, { seq, siteId, personId, at, action }) {
    const {
      printerId,
      slotId,
      fittingId,
      removalReason,
      foundAtLook = false,
      partTypeId,
      usedFittingId,
      faultId,
      key,
    } = action
    const printer = facts.printer(printerId)
    const slot = slotOn(facts, printer, slotId)
    requireFits(facts, partTypeId, slot.kind)
    const used = usedFittingId ? usedPart(facts.fitting(usedFittingId), partTypeId, at) : null
    const counters = await countersAt(facts, printer, at)
    const then = fittingId ? null : await partThen(facts, slot, at)
    if (then) {
      if (!removalReason) throw badInput('removalReason', 'Say why the old part comes out.')
      const id = derivedId('fitting', key)
      const fresh = fitNew({ id, siteId, printerId, slotId, partTypeId, at, counters, seq, fromStore: !used })
      facts.put('fitting', { ...takenOut(then, { at, counters, seq, removalReason }), foundAtLook })
      if (used) facts.put('fitting', { ...used, movedOn: true, changedSeq: seq })
      facts.put('fitting', { ...fresh, ...goesOnFrom(used), ...removalOf(then) })
      if (faultId) await changedForFault(facts, { faultId, printerId, siteId, seq, personId, at, key, slots: [slot] })
      return
    }
    const old = partInSlot(facts, { printer, slot, fittingId, at })
    if (old) {
      if (!removalReason) throw badInput('removalReason', 'Say why the old part comes out.')
      facts.put('fitting', { ...takenOut(old, { at, counters, seq, removalReason }), foundAtLook })
    }
    const id = derivedId('fitting', key)
    if (used) facts.put('fitting', { ...used, movedOn: true, changedSeq: seq })
    facts.put('fitting', {
      ...fitNew({ id, siteId, printerId, slotId, partTypeId, at, counters, seq, fromStore: !used }),
      ...goesOnFrom(used),
    })
    if (faultId) await changedForFault(facts, { faultId, printerId, siteId, seq, personId, at, key, slots: [slot] })
    await holdWhileItCures(facts, { printerId, siteId, seq, at, slotKinds: [slot.kind] })
  },

  async amend(facts, original, { seq, action }) {
    const { takeBack, correction } = action
    await facts.flush()
    const rows = await facts.db
      .select()
      .from(fitting)
      .where(or(eq(fitting.fittedSeq, original.seq), eq(fitting.removedSeq, original.seq)))
    const came = given(rows.find((row) => row.fittedSeq === original.seq))
    // A fitting that was taken back still says when it would have come out.
    const went = rows.find((row) => row.removedSeq === original.seq && row.takenBackSeq === null)
    facts.loaded('fitting', rows)
    const { usedFittingId } = original.action
    if (takeBack && usedFittingId)
      facts.loaded('fitting', await facts.db.select().from(fitting).where(eq(fitting.id, usedFittingId)))
    if (takeBack && original.action.faultId) {
      const step = await facts.look('faultStep', derivedId('step', original.action.key))
      if (step) facts.put('faultStep', { ...step, takenBackSeq: seq })
    }
    if (takeBack) {
      if (came.removedAt && (!went || came.movedOn))
        throw new Refusal(
          409,
          'built-upon',
          'A later swap builds on this one: the part that went in has come out again. Take that one back first, or correct this one.',
        )
      facts.put('fitting', { ...came, takenBackSeq: seq, changedSeq: seq })
      if (usedFittingId) facts.put('fitting', { ...facts.fitting(usedFittingId), movedOn: false, changedSeq: seq })
      // What stayed in its place came out when the other one did.
      if (went) facts.put('fitting', { ...putBack(went, seq), ...(came.removedAt ? removalOf(came) : {}) })
      return
    }
    const { removalReason, partTypeId } = given(correction)
    if (!removalReason && !partTypeId)
      throw new Refusal(400, 'bad-input', 'A swap is corrected by its removal reason or by the part that went in.')
    if (partTypeId) {
      requireFits(facts, partTypeId, facts.slot(original.action.slotId).kind)
      facts.put('fitting', { ...came, partTypeId, changedSeq: seq })
    }
    if (removalReason && went) facts.put('fitting', { ...went, removalReason, changedSeq: seq })
  },

  correctable: ({ removalReason, partTypeId }) => (removalReason ? { removalReason, partTypeId } : { partTypeId }),

  words: ({ slotId, removalReason, foundAtLook, partTypeId, usedFittingId, confirmed }, names) => {
    const out = removalReason ? `old part out (${removalReason}${foundAtLook ? ', found at a look' : ''}), ` : ''
    const used = usedFittingId ? ', used before,' : ''
    return `${names.slot(slotId)}: ${out}${names.partType(partTypeId)}${used} in${confirmedWords(confirmed)}`
  },
}

/**
 * The part that sat in a slot at a moment of the past and has come out since: a change that is told later goes between.
 * @returns null when nothing has happened in the slot since
 * @throws Refusal when the slot was empty then, or when its part has gone on to another slot
 */
async function partThen(facts: Facts, slot: SlotRow, at: Date): Promise<FittingRow | null> {
  const now = fittingIn(facts, slot.id)
  if (now && at >= now.fittedAt) return null
  await facts.flush()
  const past = await facts.db
    .select()
    .from(fitting)
    .where(and(eq(fitting.slotId, slot.id), isNull(fitting.takenBackSeq), gt(fitting.removedAt, at)))
  if (!now && past.length === 0) return null
  const then = past.find(({ fittedAt }) => fittedAt <= at)
  if (!then)
    throw new Refusal(409, 'slot-was-empty', `${slot.name} was empty then, and a part went in later. Amend that entry.`)
  if (then.movedOn)
    throw new Refusal(
      409,
      'moved-on',
      `The part that sat in ${slot.name} then went on to another slot later. Take that move back first.`,
    )
  facts.loaded('fitting', [then])
  return then
}

/** When and why a part came out of its slot. */
const removalOf = ({
  removedAt,
  removedHours,
  removedPrints,
  removedMetres,
  removedAbrasiveMetres,
  removedSeq,
  removalReason,
  foundAtLook,
}: FittingRow) => ({
  removedAt,
  removedHours,
  removedPrints,
  removedMetres,
  removedAbrasiveMetres,
  removedSeq,
  removalReason,
  foundAtLook,
})
