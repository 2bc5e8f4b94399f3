import { reasonsThat } from '@diatribon/core'
import { and, asc, desc, eq, inArray, isNotNull, isNull, notInArray, sql } from 'drizzle-orm'
import {
  mayDo,
  type Right,
  type ItemPage,
  type OnShelf,
  type StockLine,
  type StockMove,
  type StoresPage,
  type UsedStock,
} from '@diatribon/contract'
import { countItems } from '../actions/stores/countItems.ts'
import { receiveItems } from '../actions/stores/receiveItems.ts'
import { useItems } from '../actions/stores/useItems.ts'
import { keptResults } from '../kept/keptResults.ts'
import { ageIsKnown, partAge } from '../rules/partAge.ts'
import { mayGoInAgain } from '../parts/usedParts.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { Refusal } from '../platform/refusal.ts'
import { dayIn } from '../platform/wallClock.ts'
import { fitting, logEntry, partType, person, printer, slot, stockItem, stockMove } from '../platform/tables.ts'
import type { Demand } from './demandFigure.ts'
import { mayAmend } from '../rules/mayAmend.ts'
import { keepOf, reviewDays, target } from './keep.ts'
import { onHand } from './onHand.ts'
import { ordersUnderWay, type Reader } from './orders.ts'

const forTheirAge = reasonsThat(({ forItsAge }) => forItsAge)

interface At {
  now: Date
  timeZone: string
  reader?: Reader
}

/** Everything that is kept, what is there, and what to order. */
export async function storesPage(db: Db, at: At): Promise<Omit<StoresPage, 'fresh'>> {
  const notKept = await db
    .selectDistinct({ id: partType.id, name: partType.name })
    .from(partType)
    .innerJoin(fitting, eq(fitting.partTypeId, partType.id))
    .leftJoin(stockItem, eq(stockItem.partTypeId, partType.id))
    .where(and(isNull(fitting.removedAt), isNull(fitting.takenBackSeq), isNull(stockItem.id)))
    .orderBy(asc(partType.name))
  return { items: await stockLines(db, at), notKept, target, reviewDays }
}

export async function stockLines(db: Db, { now, timeZone, reader }: At, ids?: readonly string[]): Promise<StockLine[]> {
  const rows = await db
    .select({ row: stockItem, priceMinor: partType.priceMinor })
    .from(stockItem)
    .leftJoin(partType, eq(partType.id, stockItem.partTypeId))
    .where(ids && inArray(stockItem.id, [...ids]))
    .orderBy(asc(stockItem.name))
  const there = await onHand(db, ids)
  const paid = await lastPaid(db, ids)
  const types = rows.flatMap(({ row }) => row.partTypeId ?? [])
  const demands = await keptResults<Demand>(db, 'demand', types)
  const used = await usedOnShelf(db, types, now)
  const underWay = await ordersUnderWay(db, { now, timeZone, ...(reader ? { reader } : {}) }, ids)
  const day = dayIn(timeZone)
  return rows.map(({ row, priceMinor }) => {
    const { pieces = 0, unaccounted = 0, countedAt = null } = there.get(row.id) ?? {}
    const paidMinor = paid.get(row.id) ?? null
    const ordered = underWay.get(row.id) ?? []
    const coming = ordered.reduce((sum, order) => sum + order.pieces, 0)
    const demand = row.partTypeId ? (demands.get(row.partTypeId) ?? null) : null
    return {
      id: row.id,
      content: row.content,
      retired: row.retired,
      onHand: pieces,
      unaccounted,
      countedAt: countedAt?.toISOString() ?? null,
      paidMinor,
      priceMinor,
      used: (row.partTypeId && used.get(row.partTypeId)) || [],
      keep:
        row.retired || row.content.contents
          ? null
          : keepOf({
              content: row.content,
              demand,
              onHand: pieces,
              coming,
              priceMinor: paidMinor ?? priceMinor,
              now,
              day,
            }),
      ordered,
    }
  })
}

/** What was paid for one piece at the last receipt that says so. */
async function lastPaid(db: Db, ids?: readonly string[]): Promise<Map<string, number>> {
  const rows = await db
    .selectDistinctOn([stockMove.itemId])
    .from(stockMove)
    .where(
      and(
        eq(stockMove.kind, 'in'),
        isNotNull(stockMove.paidMinor),
        isNull(stockMove.takenBackSeq),
        ids && inArray(stockMove.itemId, [...ids]),
      ),
    )
    .orderBy(stockMove.itemId, desc(stockMove.at), desc(stockMove.seq))
  return new Map(rows.map(({ itemId, paidMinor, pieces }) => [itemId, Math.round((paidMinor ?? 0) / pieces)]))
}

const mostUsedShown = 20

/** Parts that came out still good and have not gone in again, by part type. */
async function usedOnShelf(db: Db, partTypeIds: readonly string[], now: Date): Promise<Map<string, UsedStock[]>> {
  if (partTypeIds.length === 0) return new Map()
  const rows = await db
    .select({
      partTypeId: fitting.partTypeId,
      fittingId: fitting.id,
      age: partAge(now),
      ageIsKnown: ageIsKnown(),
      clock: partType.agesBy,
      printerName: printer.name,
      slotName: slot.name,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(
      and(
        inArray(fitting.partTypeId, [...partTypeIds]),
        mayGoInAgain(),
        // What was replaced in time had had its life: it may go in again, and nobody counts on it.
        notInArray(fitting.removalReason, forTheirAge),
      ),
    )
    .orderBy(desc(fitting.removedAt))
  const all = groupBy(
    rows.map(({ printerName, slotName, ...row }) => ({ ...row, from: `${printerName}, ${slotName}` })),
    ({ partTypeId }) => partTypeId,
  )
  return new Map(
    [...all].map(([id, parts]) => [id, parts.slice(0, mostUsedShown).map(({ partTypeId: _, ...used }) => used)]),
  )
}

const mostMoves = 100
/** Entries of the stores alone, with their rights; what a swap or a repair took goes with the swap or the repair. */
const ofStores: Partial<Record<string, Right>> = {
  'receive-items': receiveItems.right,
  'count-items': countItems.right,
  'use-items': useItems.right,
}

/** One item: what came and went, newest first, and what was paid. */
export async function itemPage(db: Db, id: string, at: At & { reader: Reader }): Promise<ItemPage> {
  const [line] = await stockLines(db, at, [id])
  if (!line) throw new Refusal(404, 'not-there', 'There is no item with this id.')
  const told = await db
    .select({ row: stockMove, who: person.displayName, entry: { key: logEntry.key, kind: logEntry.kind } })
    .from(stockMove)
    .innerJoin(person, eq(person.id, stockMove.personId))
    .innerJoin(logEntry, eq(logEntry.seq, stockMove.seq))
    .where(eq(stockMove.itemId, id))
    .orderBy(desc(stockMove.at), desc(stockMove.seq))
    .limit(mostMoves)
  const mayTakeBack = (entry: { personId: string }, kind: string) => {
    const right = ofStores[kind]
    return right !== undefined && mayAmend(at.reader, entry) && mayDo(at.reader.role, right)
  }
  const whats = { in: 'received', out: 'used', counted: 'counted' } as const
  const moves = told.map(({ row, who, entry }): StockMove => ({
    seq: row.seq,
    at: row.at.toISOString(),
    who,
    what: whats[row.kind],
    pieces: row.pieces,
    paidMinor: row.paidMinor,
    words: [row.supplier, row.words].filter(Boolean).join(', '),
    takenBack: row.takenBackSeq !== null,
    takeBackKey: row.takenBackSeq === null && mayTakeBack(row, entry.kind) ? entry.key : null,
  }))
  const { partTypeId } = line.content
  const fitted = partTypeId ? await fittedOf(db, partTypeId) : []
  return {
    line,
    kits: await kitsWith(db, id),
    moves: [...moves, ...fitted].sort((a, b) => b.at.localeCompare(a.at) || b.seq - a.seq).slice(0, mostMoves),
    prices: told.flatMap(({ row }) =>
      row.kind === 'in' && row.paidMinor !== null && row.takenBackSeq === null
        ? {
            at: row.at.toISOString(),
            eachMinor: Math.round(row.paidMinor / row.pieces),
            pieces: row.pieces,
            supplier: row.supplier,
          }
        : [],
    ),
  }
}

/** Kits in which an item comes. */
async function kitsWith(db: Db, id: string): Promise<ItemPage['kits']> {
  const rows = await db
    .select()
    .from(stockItem)
    .where(
      and(
        eq(stockItem.retired, false),
        sql`${stockItem.content} -> 'contents' @> ${JSON.stringify([{ itemId: id }])}::jsonb`,
      ),
    )
    .orderBy(asc(stockItem.name))
  return rows.map(({ id: kitId, name, content }) => ({
    id: kitId,
    name,
    pieces: content.contents?.find(({ itemId }) => itemId === id)?.pieces ?? 0,
  }))
}

async function fittedOf(db: Db, partTypeId: string): Promise<StockMove[]> {
  const rows = await db
    .select({ row: fitting, printerName: printer.name, slotName: slot.name, who: person.displayName })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(logEntry, eq(logEntry.seq, fitting.fittedSeq))
    .innerJoin(person, eq(person.id, logEntry.personId))
    .where(and(eq(fitting.partTypeId, partTypeId), eq(fitting.fromStore, true)))
    .orderBy(desc(fitting.fittedAt))
    .limit(mostMoves)
  return rows.map(({ row, printerName, slotName, who }) => ({
    seq: row.fittedSeq,
    at: row.fittedAt.toISOString(),
    who,
    what: 'fitted',
    pieces: 1,
    paidMinor: null,
    words: `${printerName}, ${slotName}`,
    takenBack: row.takenBackSeq !== null,
    takeBackKey: null,
  }))
}

/** How many of a part type are there, and where; null: nobody keeps them. */
export async function onShelf(db: Db, { now, timeZone }: At, partTypeId: string): Promise<OnShelf | null> {
  const [item] = await db
    .select()
    .from(stockItem)
    .where(and(eq(stockItem.partTypeId, partTypeId), eq(stockItem.retired, false)))
  if (!item) return null
  const there = await onHand(db, [item.id])
  const [next] = (await ordersUnderWay(db, { now, timeZone }, [item.id])).get(item.id) ?? []
  return { pieces: there.get(item.id)?.pieces ?? 0, place: item.content.place, expectedOn: next?.expectedOn ?? null }
}
