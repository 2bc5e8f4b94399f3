import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { ReplacementDuty, PrinterHead } from '@diatribon/contract'
import { dayMs, dueReplacement, wear, given } from '@diatribon/core'
import { spotOf } from '../printers/spot.ts'
import { ageIsKnown, partAge } from '../parts/age.ts'
import { dayIn } from '../platform/wallClock.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, slot, type StoredJudgement } from '../platform/tables.ts'
import type { SiteCalendar } from '../platform/calendar.ts'
import type { When } from './whens.ts'

const daysAhead = 7
/** With fewer failures than this a fitted life is no ground for a chance. */
const failuresForChance = 3

/** What is known of printers when it is worked out what falls due on them. */
export interface DueFrom {
  db: Db
  now: Date
  calendar: SiteCalendar
  heads: PrinterHead[]
  whens: Map<string, When>
}

/** Something due, and the moments at which it says something else though nothing was touched. */
export interface Timed<Item> {
  item: Item
  flipsInDays: number[]
}

/** The next replacement of every part in place on these printers. */
export async function dutiesOf(
  { db, now, calendar, heads, whens }: DueFrom,
  judgements: Map<string, StoredJudgement>,
): Promise<Timed<ReplacementDuty>[]> {
  const byId = new Map(heads.map((head) => [head.id, head]))
  const rows = await db
    .select({
      id: fitting.id,
      printerId: fitting.printerId,
      age: partAge(now),
      ageIsKnown: ageIsKnown(),
      slot: { id: slot.id, name: slot.name },
      replaceEvery: slot.replaceEvery,
      partType: { id: partType.id, name: partType.name, slotKind: partType.slotKind },
      clock: partType.agesBy,
      trade: partType.tradeInterval,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(isNull(fitting.removedAt), isNull(fitting.takenBackSeq), inArray(fitting.printerId, [...byId.keys()])))
    .orderBy(asc(fitting.printerId), asc(slot.position))
  const day = dayIn(calendar.timeZone)
  const dayAfter = (days: number) => day(new Date(now.getTime() + days * dayMs))
  return rows.flatMap((row): Timed<ReplacementDuty>[] => {
    const head = byId.get(row.printerId)
    if (!head) return []
    const { clock, ageIsKnown: isKnown } = row
    const judgement = judgements.get(row.partType.id)
    const { interval, isLearned } = intervalInForce(row, judgement)
    const age = Math.max(0, row.age)
    const uncountedDays = clock === 'days' ? 0 : Math.max(0, (now.getTime() - Date.parse(head.countedAt)) / dayMs)
    const { until, perDay } = given(whens.get(head.id))
    const when = until(clock, interval - age)
    const { left, daysLeft, urgency } = dueReplacement(age, interval, when?.expected ?? null, uncountedDays)
    const life = judgement && judgement.failures >= failuresForChance ? judgement.fit : null
    const item: ReplacementDuty = {
      printer: spotOf(head),
      slot: row.slot,
      fittingId: row.id,
      partType: row.partType,
      clock,
      age,
      ageIsKnown: isKnown,
      interval,
      intervalIsLearned: isLearned,
      left,
      dueDate: daysLeft === null ? null : dayAfter(daysLeft),
      dueRange:
        daysLeft === null || left <= 0 || !when
          ? null
          : [dayAfter(Math.max(0, when.earliest - uncountedDays)), dayAfter(Math.max(0, when.latest - uncountedDays))],
      urgency,
      // What an unknown age adds to the risk is not known either.
      failureChance: isKnown ? wear(age, interval, (perDay(clock) ?? 0) * daysAhead, life).failureChance : null,
    }
    return [
      {
        item,
        flipsInDays: [...(daysLeft === null ? [] : [daysLeft - daysAhead]), ...(clock === 'days' ? [left] : [])],
      },
    ]
  })
}

/** Which interval a part is replaced by: what was learned here, else the model's own, else the catalogue's. */
function intervalInForce(
  { replaceEvery, trade }: { replaceEvery: number | null; trade: number },
  judgement: StoredJudgement | undefined,
): { interval: number; isLearned: boolean } {
  if (judgement?.basis === 'own history') return { interval: judgement.interval, isLearned: true }
  return { interval: replaceEvery ?? judgement?.interval ?? trade, isLearned: false }
}
