import { and, asc, count, eq, inArray, isNotNull, isNull, not, notInArray, or, sql } from 'drizzle-orm'
import type {
  CheckTurn,
  Freshness,
  OtherDuty,
  OutOfUse,
  PrinterSpot,
  ReplacementDuty,
  Round,
  Urgency,
} from '@diatribon/contract'
import { madeDuties } from '../faults/openFaults.ts'
import type { Db } from '../platform/database.ts'
import { otherDuties } from './otherDuties.ts'
import { dueItem, printer } from '../platform/tables.ts'
import { asItStands } from '../rules/outOfUse.ts'
import { spotOf } from '../rules/spot.ts'
import { workThatMayBeDone } from './workThatMayBeDone.ts'

/** The soonest parts and checks of each heap that the list holds; the rest is counted. */
const shown: Record<Urgency, number> = { overdue: 200, 'this week': 200, later: 60 }

/**
 * Everything due, sorted into overdue, this week and later.
 * @param where a room, or a rack as "room / rack"; null: everywhere
 */
export async function round(
  db: Db,
  { where, fresh, today, now }: { where: string | null; fresh: Freshness; today: string; now: Date },
): Promise<Round> {
  const here =
    where === null
      ? undefined
      : or(eq(printer.room, where), sql`${printer.room} || ' / ' || ${printer.rack} = ${where}`)
  const { out, checks: mayBeDone, allows } = await workThatMayBeDone(db, now)
  const outIds = [...out.keys()]
  const pairs = [...mayBeDone].map((pair) => pair.split(' '))
  // What waits for a release is no work to go to now.
  const canBeDone =
    outIds.length === 0
      ? undefined
      : or(
          notInArray(dueItem.printerId, outIds),
          ...pairs.map(([id = '', check = '']) =>
            and(eq(dueItem.what, 'check'), eq(dueItem.printerId, id), eq(dueItem.itemId, check)),
          ),
        )
  const heap = async <Item extends { printer: PrinterSpot }>(
    what: 'replace' | 'check',
    urgency: Urgency,
  ): Promise<Item[]> => {
    const soonest = [sql`${dueItem.dueDate} NULLS LAST`, asc(dueItem.leftShare)]
    const rows = await db
      .select({ item: dueItem.item })
      .from(dueItem)
      .innerJoin(printer, eq(printer.id, dueItem.printerId))
      .where(and(eq(dueItem.what, what), eq(dueItem.urgency, urgency), here, canBeDone))
      .orderBy(...soonest, asc(printer.rack), asc(printer.place), asc(dueItem.position))
      .limit(shown[urgency])
    return rows.map(({ item }) => asItStands(item as Item, out))
  }
  const counted = db
    .select({ what: dueItem.what, urgency: dueItem.urgency, count: count() })
    .from(dueItem)
    .innerJoin(printer, and(eq(printer.id, dueItem.printerId), isNull(printer.retiredReason)))
    .where(and(isNotNull(dueItem.urgency), here, canBeDone))
    .groupBy(dueItem.what, dueItem.urgency)
  const held =
    canBeDone &&
    db
      .select({ printer, what: dueItem.what, count: count() })
      .from(dueItem)
      .innerJoin(printer, and(eq(printer.id, dueItem.printerId), isNull(printer.retiredReason)))
      .where(and(inArray(dueItem.urgency, ['overdue', 'this week']), here, not(canBeDone)))
      .groupBy(printer.id, dueItem.what)
      .orderBy(asc(printer.rack), asc(printer.place))
  const [overdue, thisWeek, later, overdueChecks, checksThisWeek, laterChecks, made, counts, others, waits] =
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
      held ?? [],
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
    others: others.filter(({ printer: spot }) => spot === null || (isHere(spot, where) && allows(spot.id, null))),
    waiting: waitingFor(waits, others, out),
    overdue,
    thisWeek,
    later,
    counts: { replace: countsOf('replace'), check: countsOf('check') },
  }
}

/** What waits for a release, printer by printer. */
function waitingFor(
  rows: { printer: typeof printer.$inferSelect; what: 'replace' | 'check'; count: number }[],
  others: readonly OtherDuty[],
  out: Map<string, OutOfUse>,
): Round['waiting'] {
  const waiting = new Map<string, Round['waiting'][number]>()
  for (const { printer: of, what, count: many } of rows) {
    const one = waiting.get(of.id) ?? { printer: spotOf(of, out.get(of.id)), parts: 0, checks: 0, others: 0 }
    waiting.set(of.id, { ...one, [what === 'check' ? 'checks' : 'parts']: many })
  }
  for (const { printer: spot } of others) {
    if (!spot || !out.has(spot.id)) continue
    const one = waiting.get(spot.id) ?? { printer: spot, parts: 0, checks: 0, others: 0 }
    waiting.set(spot.id, { ...one, others: one.others + 1 })
  }
  return [...waiting.values()]
}

const isHere = ({ room, rack }: { room: string; rack: string }, where: string | null) =>
  where === null || room === where || `${room} / ${rack}` === where
