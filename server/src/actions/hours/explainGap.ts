import { eq } from 'drizzle-orm'
import type { ExplainGap } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { usage } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'

export const explainGap: ActionKind<ExplainGap> = {
  right: 'count hours',
  async apply(facts, { action }) {
    const { printerId, entryKey, explanation } = action
    const entry = await facts.entry(entryKey)
    await facts.flush()
    const [row] = entry ? await facts.db.select().from(usage).where(eq(usage.seq, entry.seq)) : []
    if (!row || row.printerId !== printerId || row.meterHours === null)
      throw new Refusal(404, 'not-there', 'There is no meter reading of this printer under that key.')
    facts.put('usage', { ...row, explanation })
  },
  words: ({ explanation }) => explanation,
}
