import { eq } from 'drizzle-orm'
import { stepResult } from '../../platform/tables.ts'
import type { Facts, StepResultRow } from '../facts.ts'

/** Results of a sheet that count; read once, however many steps of it come. */
export async function resultsOf(facts: Facts, sheetId: string): Promise<StepResultRow[]> {
  const note = `results of sheet ${sheetId}`
  const found = facts.noted(note) ? [] : await facts.db.select().from(stepResult).where(eq(stepResult.sheetId, sheetId))
  facts.note(note, true, false)
  return facts.loaded('stepResult', found).filter((row) => row.sheetId === sheetId && row.replacedSeq === null)
}
