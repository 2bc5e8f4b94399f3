import { eq } from 'drizzle-orm'
import type { Facts, FaultStepRow } from '../facts.ts'
import { Refusal } from '../../platform/refusal.ts'
import { faultStep } from '../../platform/tables.ts'

/** Steps of a fault in their order, those of this transaction among them. */
export async function stepsOf(facts: Facts, faultId: string): Promise<FaultStepRow[]> {
  const found = await facts.db.select().from(faultStep).where(eq(faultStep.faultId, faultId))
  return facts
    .loaded('faultStep', found)
    .filter((row) => row.faultId === faultId && row.takenBackSeq === null)
    .sort((a, b) => a.seq - b.seq)
}

/**
 * One change because of a fault. One at a time: of two made at once nobody knows which one helped.
 * @throws Refusal while it is not told whether the last one has helped
 */
export async function putChange(
  facts: Facts,
  of: Pick<FaultStepRow, 'id' | 'siteId' | 'faultId' | 'seq' | 'personId' | 'at' | 'words' | 'causeId'>,
): Promise<void> {
  const open = (await stepsOf(facts, of.faultId)).find(({ kind, outcome }) => kind === 'change' && outcome === null)
  if (open)
    throw new Refusal(
      409,
      'one-at-a-time',
      `One change at a time: say first whether “${open.words}” has helped, then make the next.`,
    )
  facts.put('faultStep', {
    ...of,
    kind: 'change',
    testId: null,
    outcome: null,
    note: null,
    minutes: null,
    takenBackSeq: null,
  })
}
