import { and, asc, count, eq, isNotNull, isNull, or, sql } from 'drizzle-orm'
import type { CheckTurn, ReplacementDuty, Freshness, Round, Urgency } from '@diatribon/contract'
import { madeDuties } from '../faults/openFaults.ts'
import type { Db } from '../platform/database.ts'
import { otherDuties } from './otherDuties.ts'
import { dueItem, printer } from '../platform/tables.ts'

/** The soonest parts and checks of each heap that the list holds; the rest is counted. */
const shown: Record<Urgency, number> = { overdue: 200, 'this week': 200, later: 60 }

/**
 * Everything due, sorted into overdue, this week and later.
 * @param where a room, or a rack as "room / rack"; null: everywhere
 */
export async function round(
  db: Db,
  { where, fresh, today }: { where: string | null; fresh: Freshness; today: string },
): Promise<Round> {
  const here =
    where === null
      ? undefined
      : or(eq(printer.room, where), sql`${printer.room} || ' / ' || ${printer.rack} = ${where}`)
  const heap = async <Item>(what: 'replace' | 'check', urgency: Urgency): Promise<Item[]> => {
    const soonest = [sql`${dueItem.dueDate} NULLS LAST`, asc(dueItem.leftShare)]
    const rows = await db
      .select({ item: dueItem.item })
      .from(dueItem)
      .innerJoin(printer, eq(printer.id, dueItem.printerId))
      .where(and(eq(dueItem.what, what), eq(dueItem.urgency, urgency), here))
      .orderBy(...soonest, asc(printer.rack), asc(printer.place), asc(dueItem.position))
      .limit(shown[urgency])
    return rows.map(({ item }) => item as Item)
  }
  const counted = db
    .select({ what: dueItem.what, urgency: dueItem.urgency, count: count() })
    .from(dueItem)
    .innerJoin(printer, and(eq(printer.id, dueItem.printerId), isNull(printer.retiredReason)))
    .where(and(isNotNull(dueItem.urgency), here))
    .groupBy(dueItem.what, dueItem.urgency)
  const [overdue, thisWeek, later, overdueChecks, checksThisWeek, laterChecks, made, counts, others] =
    await Promise.all([
      heap<ReplacementDuty>('replace', 'overdue'),
      heap<ReplacementDuty>('replace', 'this week'),
      heap<ReplacementDuty>('replace', 'later'),
      heap<CheckTurn>('check', 'overdue'),
      heap<CheckTurn>('check', 'this week'),
      heap<CheckTurn>('check', 'later'),
      madeDuties(db, { inHouse: true }),
      counted,
      otherDuties(db, today),
    ])
  const countOf = (what: 'replace' | 'check', urgency: Urgency) =>
    counts.find((one) => one.what === what && one.urgency === urgency)?.count ?? 0
  const countsOf = (what: 'replace' | 'check') => ({
    overdue: countOf(what, 'overdue'),
    'this week': countOf(what, 'this week'),
    later: countOf(what, 'later'),
  })
  return {
    fresh,
    checks: { overdue: overdueChecks, 'this week': checksThisWeek, later: laterChecks },
    made,
    others: others.filter(({ printer: spot }) => spot === null || isHere(spot, where)),
    overdue,
    thisWeek,
    later,
    counts: { replace: countsOf('replace'), check: countsOf('check') },
  }
}

const isHere = ({ room, rack }: { room: string; rack: string }, where: string | null) =>
  where === null || room === where || `${room} / ${rack}` === where
