import { and, eq, inArray } from 'drizzle-orm'
import { addDays, type PlannedTask } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { stockItem } from '../platform/tables.ts'
import { onHand } from '../stores/onHand.ts'
import { ordersUnderWay } from '../stores/orders.ts'

/**
 * Replacements whose part lies on no shelf wait for one that was ordered, else until one that is ordered today is here; those that are due
 * first get what is there first. Parts that nobody keeps, or that were never counted, hold nothing up.
 */
export async function withPartsOnHand(
  db: Db,
  tasks: PlannedTask[],
  { today, now, timeZone }: { today: string; now: Date; timeZone: string },
): Promise<PlannedTask[]> {
  const types = [...new Set(tasks.flatMap(({ kind, partType }) => (kind === 'replace' && partType ? partType.id : [])))]
  if (types.length === 0) return tasks
  const items = await db
    .select()
    .from(stockItem)
    .where(and(inArray(stockItem.partTypeId, types), eq(stockItem.retired, false)))
  const ids = items.map(({ id }) => id)
  const there = await onHand(db, ids)
  const underWay = await ordersUnderWay(db, { now, timeZone }, ids)
  const byType = new Map(items.map((item) => [item.partTypeId, item]))
  const placed = new Map<string, PlannedTask>()
  for (const [typeId, wanting] of groupBy(
    tasks.filter(({ kind, partType }) => kind === 'replace' && partType),
    ({ partType }) => partType?.id ?? '',
  )) {
    const item = byType.get(typeId)
    const shelf = item && there.get(item.id)
    if (!item || !shelf?.countedAt) continue
    const { place, leadDays } = item.content
    // What is late may come tomorrow.
    const arrivals = (underWay.get(item.id) ?? [])
      .flatMap(({ pieces, expectedOn, isLate }) =>
        Array<string>(Math.min(pieces, wanting.length)).fill(isLate ? addDays(today, 1) : expectedOn),
      )
      .sort()
    const inOrder = wanting.toSorted((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : a.id < b.id ? -1 : 1))
    inOrder.forEach((task, i) => {
      const isThere = i < shelf.pieces
      const ordered = isThere ? undefined : arrivals[i - shelf.pieces]
      const here = isThere ? null : (ordered ?? addDays(today, leadDays))
      placed.set(task.id, {
        ...task,
        earliest: here !== null && (task.earliest ?? '') < here ? here : task.earliest,
        stock: { place, hereOn: here, isOrdered: ordered !== undefined },
      })
    })
  }
  return tasks.map((task) => placed.get(task.id) ?? task)
}
