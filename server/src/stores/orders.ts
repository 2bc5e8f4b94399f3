import { and, asc, eq, gte, inArray, isNull } from 'drizzle-orm'
import { mayDo, type OpenOrder, type Role } from '@diatribon/contract'
import { dayMs, openOrders } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { logEntry, stockMove, stockOrder } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import { mayAmend } from '../rules/mayAmend.ts'

/** What has not come in after so long will not come: nobody waits for it any more. */
const mostDaysOpen = 400

/** Whoever looks: what they may do is offered to them. */
export interface Reader {
  id: string
  role: Role
}

/** Orders that have not come in yet, by item. @param ids left out: of all items */
export async function ordersUnderWay(
  db: Db,
  { now, timeZone, reader }: { now: Date; timeZone: string; reader?: Reader },
  ids?: readonly string[],
): Promise<Map<string, OpenOrder[]>> {
  const since = new Date(now.getTime() - mostDaysOpen * dayMs)
  const orders = await db
    .select({ row: stockOrder, entry: { key: logEntry.key, personId: logEntry.personId } })
    .from(stockOrder)
    .innerJoin(logEntry, eq(logEntry.seq, stockOrder.seq))
    .where(and(isNull(stockOrder.takenBackSeq), gte(stockOrder.at, since), ids && inArray(stockOrder.itemId, [...ids])))
    .orderBy(asc(stockOrder.at), asc(stockOrder.seq))
  const [oldest] = orders
  if (!oldest) return new Map()
  const receipts = groupBy(
    await db
      .select({ itemId: stockMove.itemId, at: stockMove.at, pieces: stockMove.pieces })
      .from(stockMove)
      .where(
        and(
          eq(stockMove.kind, 'in'),
          // What was printed here was not ordered.
          isNull(stockMove.printedOn),
          isNull(stockMove.takenBackSeq),
          gte(stockMove.at, oldest.row.at),
          inArray(stockMove.itemId, [...new Set(orders.map(({ row }) => row.itemId))]),
        ),
      ),
    ({ itemId }) => itemId,
  )
  const today = dayIn(timeZone)(now)
  return new Map(
    [...groupBy(orders, ({ row }) => row.itemId)].map(([itemId, of]) => [
      itemId,
      openOrders({
        orders: of.map(({ row, entry }) => ({ row, entry, at: row.at.getTime(), pieces: row.pieces })),
        receipts: (receipts.get(itemId) ?? []).map(({ at, pieces }) => ({ at: at.getTime(), pieces })),
      }).map(({ row, entry, pieces }) => ({
        seq: row.seq,
        takeBackKey: reader && mayAmend(reader, entry) && mayDo(reader.role, 'keep the stores') ? entry.key : null,
        pieces,
        at: row.at.toISOString(),
        supplier: row.supplier,
        expectedOn: row.expectedOn,
        isLate: row.expectedOn < today,
      })),
    ]),
  )
}
