import { and, desc, eq, isNull } from 'drizzle-orm'
import type { FinishSpool } from '@diatribon/contract'
import { metresOf, given } from '@diatribon/core'
import { amendEvidence } from '../pieces/amendEvidence.ts'
import { placeEvidence, usageRow } from '../pieces/placeEvidence.ts'
import { Refusal } from '../../platform/refusal.ts'
import { usage } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts } from '../facts.ts'
import { lockedSpool } from '../needs.ts'

export const finishSpool: ActionKind<FinishSpool> = {
  reachesBeyondPrinter: ({ spoolId }) => spoolId !== undefined,
  right: 'report jobs',
  needs: ({ spoolId }) => ({ spools: spoolId ? [spoolId] : [] }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, spoolId, from } = action
    const { name } = facts.printer(printerId)
    const spool = spoolId ? facts.spool(spoolId) : null
    if (spool?.finishedAt)
      throw new Refusal(409, 'already-finished', `The spool ${spool.name} has already been finished.`)
    const metres = metresOf(
      spool
        ? { grams: spool.netGrams, diameterMm: spool.diameterMm, densityGPerCm3: spool.densityGPerCm3 }
        : {
            grams: given(action.netGrams),
            diameterMm: given(action.diameterMm),
            densityGPerCm3: given(action.densityGPerCm3),
          },
    )
    const abrasive = spool?.abrasive ?? action.abrasive ?? false
    const fromAt = from ? new Date(from) : await lastSpoolOrTakeIn(facts, { id: printerId, name }, at)
    await placeEvidence(facts, usageRow({ seq, siteId, printerId, kind: 'spool', fromAt, at, metres, abrasive }))
    countSpool(facts, printerId, 1)
    // What was left is kept, so that a spool that was not finished after all has it again.
    if (spool) facts.put('spool', { ...spool, finishedAt: at })
  },

  async amend(facts, original, amendment) {
    if (amendment.action.correction && amendment.action.correction.metres === undefined)
      throw new Refusal(400, 'bad-input', 'A finished spool is corrected by its metres of filament.')
    const { spoolId, printerId } = original.action
    if (amendment.action.takeBack && spoolId) await facts.load('spool', 'id', [spoolId], lockedSpool)
    await amendEvidence(facts, original, amendment, ({ metres }) => ({
      metres: amendment.action.correction?.metres ?? metres,
    }))
    if (!amendment.action.takeBack) return
    countSpool(facts, printerId, -1)
    if (spoolId) {
      facts.put('spool', { ...facts.spool(spoolId), finishedAt: null })
    }
  },

  words: ({ netGrams, spoolId }, names) =>
    spoolId ? `Spool ${names.spool(spoolId)} used up` : `Spool of ${given(netGrams).toLocaleString('en-GB')} g used up`,
}

/** Spools that ran out on a printer, for checks that are due by the spool. */
function countSpool(facts: Facts, printerId: string, by: 1 | -1): void {
  const printer = facts.printer(printerId)
  facts.put('printer', { ...printer, spools: printer.spools + by })
}

async function lastSpoolOrTakeIn(facts: Facts, { id, name }: { id: string; name: string }, at: Date): Promise<Date> {
  await facts.flush()
  const inForce = and(eq(usage.printerId, id), isNull(usage.takenBackSeq))
  const rows = await facts.db
    .select({ at: usage.at, kind: usage.kind })
    .from(usage)
    .where(and(inForce, eq(usage.kind, 'spool')))
    .orderBy(desc(usage.at))
  const before = rows.find((row) => row.at < at)
  if (before) return before.at
  const [takeIn] = await facts.db
    .select({ at: usage.at })
    .from(usage)
    .where(and(inForce, eq(usage.kind, 'take-in')))
  if (!takeIn || takeIn.at >= at)
    throw new Refusal(409, 'before-take-in', `${name} was not here yet at that time: its first reading is later.`)
  return takeIn.at
}
