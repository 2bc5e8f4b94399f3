import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { AdoptablePolicy, Clock, Kit, PrinterHead, ReplacementDuty } from '@diatribon/contract'
import { chanceOfNodes, dayMs, dueReplacement, given } from '@diatribon/core'
import type { RulesInForce } from './adopted.ts'
import { spotOf } from './spot.ts'
import { abrasiveAge, ageIsKnown, partAge } from './partAge.ts'
import { dayIn } from '../platform/wallClock.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, printerModel, slot, type StoredJudgement } from '../platform/tables.ts'
import type { SiteCalendar } from '../platform/calendar.ts'
import type { WhenReached } from './whenReached.ts'

const daysAhead = 7
/** With fewer failures than this a chance is worth a word, and no range. */
const failuresForRange = 10

/** What is known of printers when it is worked out what falls due on them. */
export interface DueFrom {
  db: Db
  now: Date
  calendar: SiteCalendar
  heads: PrinterHead[]
  reached: Map<string, WhenReached>
}

/** Something due, and the moments at which it says something else though nothing was touched. */
export interface Timed<Item> {
  item: Item
  flipsInDays: number[]
}

/** The next replacement of every part in place on these printers. */
export async function dutiesOf(
  { db, now, calendar, heads, reached }: DueFrom,
  judgements: Map<string, StoredJudgement>,
  rules: RulesInForce,
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
      abrasiveMost: partType.abrasiveMetresMost,
      abrasiveMetres: abrasiveAge(),
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(isNull(fitting.removedAt), isNull(fitting.takenBackSeq), inArray(fitting.printerId, [...byId.keys()])))
    .orderBy(asc(fitting.printerId), asc(slot.position))
  const kits = await kitsOf(db, [...new Set(heads.map(({ modelId }) => modelId))])
  const day = dayIn(calendar.timeZone)
  const dayAfter = (days: number) => day(new Date(now.getTime() + days * dayMs))
  const duties = rows.flatMap((row): Timed<ReplacementDuty>[] => {
    const head = byId.get(row.printerId)
    if (!head) return []
    const { clock, ageIsKnown: isKnown } = row
    const judgement = judgements.get(row.partType.id)
    const { interval, isLearned, rule, waits } = ruleInForce(row, head, judgement, rules)
    const age = Math.max(0, row.age)
    const uncountedDays = clock === 'days' ? 0 : Math.max(0, (now.getTime() - Date.parse(head.countedAt)) / dayMs)
    const { until, perDay } = given(reached.get(head.id))
    const on = (ages: Clock, used: number, most: number) => {
      const when = until(ages, most - used)
      return { when, ...dueReplacement(used, most, when?.expected ?? null, uncountedDays) }
    }
    const own = on(clock, age, interval)
    const { left } = own
    // What lives by hours is eaten by filled filament all the same: whichever is over first.
    const abrasive =
      waits || row.abrasiveMost === null || clock === 'abrasive metres'
        ? null
        : on('abrasive metres', Math.max(0, row.abrasiveMetres), row.abrasiveMost)
    const comesFirst = abrasive?.daysLeft != null && abrasive.daysLeft < (own.daysLeft ?? Infinity)
    const first = abrasive && comesFirst ? abrasive : own
    const when = waits ? null : first.when
    const { daysLeft, urgency } = waits ? { daysLeft: null, urgency: 'later' as const } : first
    // What an unknown age adds to the risk is not known either.
    const chance =
      isKnown && judgement && judgement.failures > 0
        ? chanceOfNodes(judgement.nodes, age, (perDay(clock) ?? 0) * daysAhead)
        : null
    const item: ReplacementDuty = {
      printer: spotOf(head, null),
      slot: row.slot,
      fittingId: row.id,
      partType: row.partType,
      clock,
      age,
      ageIsKnown: isKnown,
      interval,
      intervalIsLearned: isLearned && !comesFirst,
      rule,
      waits,
      left,
      also:
        abrasive && row.abrasiveMost !== null
          ? { age: Math.max(0, row.abrasiveMetres), interval: row.abrasiveMost, comesFirst }
          : null,
      dueDate: daysLeft === null ? null : dayAfter(daysLeft),
      dueRange:
        daysLeft === null || first.left <= 0 || !when?.range
          ? null
          : [
              dayAfter(Math.max(0, when.range[0] - uncountedDays)),
              dayAfter(Math.max(0, when.range[1] - uncountedDays)),
            ],
      urgency,
      failureChance: chance && chance.mean,
      goesWith: null,
      failureRange: chance && judgement && judgement.failures >= failuresForRange ? chance.limits : null,
    }
    return [
      {
        item,
        flipsInDays: [
          ...(daysLeft === null ? [] : [daysLeft - daysAhead]),
          ...(clock === 'days' && !waits ? [left] : []),
        ],
      },
    ]
  })
  return duties.map((duty) =>
    withNeighbour(duty, duties, kits.get(given(byId.get(duty.item.printer.id)).modelId) ?? []),
  )
}

/** A part that goes with its neighbour falls due on the day of the first of them that does once it is old enough. */
function withNeighbour(
  duty: Timed<ReplacementDuty>,
  all: readonly Timed<ReplacementDuty>[],
  kits: readonly Kit[],
): Timed<ReplacementDuty> {
  const { item } = duty
  if (item.rule !== 'change together') return duty
  const names = kits.filter(({ slots }) => slots.includes(item.slot.name)).flatMap(({ slots }) => slots)
  const [next] = all
    .filter(
      ({ item: other }) =>
        other.printer.id === item.printer.id &&
        other.slot.id !== item.slot.id &&
        names.includes(other.slot.name) &&
        !other.waits &&
        other.rule !== 'change together' &&
        other.dueDate !== null &&
        (item.dueDate === null ? item.left <= 0 : other.dueDate >= item.dueDate),
    )
    .sort((a, b) => ((a.item.dueDate ?? '') < (b.item.dueDate ?? '') ? -1 : 1))
  if (!next) return { ...duty, item: { ...item, waits: true, dueDate: null, dueRange: null, urgency: 'later' } }
  const { dueDate, dueRange, urgency } = next.item
  return {
    item: { ...item, dueDate, dueRange, urgency, goesWith: next.item.slot.name },
    flipsInDays: [...duty.flipsInDays, ...next.flipsInDays],
  }
}

async function kitsOf(db: Db, modelIds: readonly string[]): Promise<Map<string, Kit[]>> {
  const rows = await db
    .select({ id: printerModel.id, kits: printerModel.kits })
    .from(printerModel)
    .where(inArray(printerModel.id, [...modelIds]))
  return new Map(rows.map(({ id, kits }) => [id, kits]))
}

/** By which rule a part is replaced: the one that a lead has chosen, else what was learned here, the model's own, the catalogue's. */
export function ruleInForce(
  { replaceEvery, trade, partType }: { replaceEvery: number | null; trade: number; partType: { id: string } },
  { id, modelId }: Pick<PrinterHead, 'id' | 'modelId'>,
  judgement: StoredJudgement | undefined,
  rules: RulesInForce,
): { interval: number; isLearned: boolean; rule: AdoptablePolicy | null; waits: boolean } {
  const adopted = rules.of(partType.id, modelId, id)
  if (adopted) {
    const { policy: rule, interval } = adopted
    const waits = rule === 'wait for the failure' || rule === 'look and replace on condition'
    const typical = judgement?.known.typical.median ?? trade
    return { interval: waits ? typical : (interval ?? trade), isLearned: rule === 'learned age', rule, waits }
  }
  if (judgement?.isLearned) return { interval: judgement.interval, isLearned: true, rule: null, waits: false }
  return { interval: replaceEvery ?? trade, isLearned: false, rule: null, waits: false }
}
