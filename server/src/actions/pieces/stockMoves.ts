import { eq } from 'drizzle-orm'
import { shareOut } from '@diatribon/core'
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
  printedOn?: string | null
  jobId?: string | null
  words?: string | null
}): MoveRow {
  const { seq, itemId, paidMinor = null, supplier = null, printedOn = null, jobId = null, words = null } = of
  return { ...of, id: `${seq} ${itemId}`, paidMinor, supplier, printedOn, jobId, words, takenBackSeq: null }
}

/** Items that an action names, of which there must be some. @throws Refusal 404, 409 for one that is not kept any more */
export async function requireItems(facts: Facts, ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const item = await facts.get('stockItem', id, 'item of the stores')
    if (item.retired) throw new Refusal(409, 'not-kept', `${item.name} is not kept in the stores any more.`)
  }
}

/** @throws Refusal 409 for a kit: what lies on the shelf are its pieces */
export async function requireNoKits(facts: Facts, ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const { name, content } = await facts.get('stockItem', id, 'item of the stores')
    if (content.contents)
      throw new Refusal(
        409,
        'is-a-kit',
        `${name} is a kit: it is taken apart as it comes in. Name the items that were in it.`,
      )
  }
}

/** Items whose pieces are counted or taken: there, still kept, and no kits. @throws Refusal as the two above */
export async function requirePieces(facts: Facts, ids: readonly string[]): Promise<void> {
  await requireItems(facts, ids)
  await requireNoKits(facts, ids)
}

/** Pieces of one item that come in or are ordered. */
interface ComingIn {
  itemId: string
  pieces: number
  paidMinor: number | null
  leadDays: number
}

/**
 * Lines of a receipt or an order with kits taken apart, one for each item. What was paid for a kit is shared out by what its pieces cost by
 * themselves, or evenly where the catalogue does not know: no minor unit is lost.
 */
export async function piecesInKits(
  facts: Facts,
  lines: readonly { itemId: string; pieces: number; paidMinor?: number | null }[],
): Promise<ComingIn[]> {
  const all = new Map<string, ComingIn>()
  const add = (one: ComingIn) => {
    const before = all.get(one.itemId)
    if (!before) return all.set(one.itemId, one)
    before.pieces += one.pieces
    before.paidMinor = before.paidMinor === null || one.paidMinor === null ? null : before.paidMinor + one.paidMinor
    before.leadDays = Math.max(before.leadDays, one.leadDays)
  }
  for (const { itemId, pieces, paidMinor = null } of lines) {
    const { content } = await facts.get('stockItem', itemId, 'item of the stores')
    const { contents, leadDays } = content
    if (!contents) {
      add({ itemId, pieces, paidMinor, leadDays })
      continue
    }
    await requireItems(
      facts,
      contents.map((line) => line.itemId),
    )
    const worths = await Promise.all(contents.map(async (line) => line.pieces * (await priceOf(facts, line.itemId))))
    const weights = worths.every((worth) => worth > 0) ? worths : contents.map((line) => line.pieces)
    const shares = paidMinor === null ? null : shareOut(paidMinor, weights)
    contents.forEach((line, i) =>
      add({ itemId: line.itemId, pieces: line.pieces * pieces, paidMinor: shares?.[i] ?? null, leadDays }),
    )
  }
  for (const { itemId, pieces } of all.values())
    if (pieces > mostPieces) {
      const { name } = await facts.get('stockItem', itemId, 'item of the stores')
      throw new Refusal(
        400,
        'bad-input',
        `That would be ${pieces.toLocaleString('en-GB')} × ${name}: at most ${mostPieces.toLocaleString('en-GB')} at once.`,
      )
    }
  return [...all.values()]
}
const mostPieces = 1_000_000

/** By the catalogue, minor units; 0: nobody knows. */
async function priceOf(facts: Facts, itemId: string): Promise<number> {
  const { partTypeId } = await facts.get('stockItem', itemId, 'item of the stores')
  if (!partTypeId) return 0
  if (!facts.find('partType', partTypeId)) await facts.load('partType', 'id', [partTypeId])
  return facts.partType(partTypeId).priceMinor ?? 0
}

/** Moves of an entry that have not been taken back. */
export async function movesOf(facts: Facts, entrySeq: number): Promise<MoveRow[]> {
  const rows = await facts.db.select().from(stockMove).where(eq(stockMove.seq, entrySeq))
  return facts.loaded('stockMove', rows).filter(({ seq, takenBackSeq }) => seq === entrySeq && takenBackSeq === null)
}
