import { eq } from 'drizzle-orm'
import { Refusal } from '../../platform/refusal.ts'
import { stockMove, type MoveKind } from '../../platform/tables.ts'
import type { Facts } from '../facts.ts'

type MoveRow = typeof stockMove.$inferSelect

/** What an entry did to an item. */
export function moveRow(of: {
  seq: number
  siteId: string
  personId: string
  at: Date
  itemId: string
  kind: MoveKind
  pieces: number
  paidMinor?: number | null
  supplier?: string | null
  words?: string | null
}): MoveRow {
  const { seq, itemId, paidMinor = null, supplier = null, words = null } = of
  return { ...of, id: `${seq} ${itemId}`, paidMinor, supplier, words, takenBackSeq: null }
}

/** Items that an action names, of which there must be some. @throws Refusal 404, 409 for one that is not kept any more */
export async function requireItems(facts: Facts, ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const item = await facts.get('stockItem', id, 'item of the stores')
    if (item.retired) throw new Refusal(409, 'not-kept', `${item.name} is not kept in the stores any more.`)
  }
}

/** Moves of an entry that have not been taken back. */
export async function movesOf(facts: Facts, entrySeq: number): Promise<MoveRow[]> {
  const rows = await facts.db.select().from(stockMove).where(eq(stockMove.seq, entrySeq))
  return facts.loaded('stockMove', rows).filter(({ seq, takenBackSeq }) => seq === entrySeq && takenBackSeq === null)
}
