import { given } from '@diatribon/core'
import { eq } from 'drizzle-orm'
import type { Action, Amend } from '@diatribon/contract'
import type { Entry } from '../actionKind.ts'
import type { Facts, UsageRow } from '../facts.ts'
import { usage } from '../../platform/tables.ts'
import { recountFrom } from './placeEvidence.ts'

/** Puts the evidence of an entry right, or takes it back; the printer is counted anew from there. */
export async function amendEvidence(
  facts: Facts,
  original: Entry<Action>,
  { seq, action }: Entry<Amend>,
  corrected: (row: UsageRow) => Partial<UsageRow>,
): Promise<UsageRow> {
  await facts.flush()
  const [row] = await facts.db.select().from(usage).where(eq(usage.seq, original.seq))
  const next = { ...given(row), ...corrected(given(row)), takenBackSeq: action.takeBack ? seq : null }
  const from = next.fromAt < given(row).fromAt ? next.fromAt : given(row).fromAt
  await recountFrom(facts, facts.printer(given(row).printerId), from, seq, [next])
  return next
}
