import { and, asc, eq, gte, isNull, lte, or, sql } from 'drizzle-orm'
import {
  inductionTopics,
  type BroughtAbout,
  type DowntimePage,
  type ParetoRow,
  type ServiceRow,
} from '@diatribon/contract'
import { hourMs, availability, splitDowntime, addRecords, type ServiceRecord, type Span, given } from '@diatribon/core'
import { countersAtSql } from '../rules/countersAtSql.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { cause, downTime, fault, printer, printerModel, symptom, workSpan } from '../platform/tables.ts'

const misuse: readonly BroughtAbout[] = ['slicing', 'outside filament', 'unattended', 'preheat', 'removal', 'repair']

interface Served {
  record: ServiceRecord
  workingHours: number
  waitingHours: number
}

/** Time out of service between two moments: how well each printer served, and what it was lost to. */
export async function downtimePage(db: Db, from: Date, until: Date): Promise<DowntimePage> {
  const [printers, downs, spans] = await Promise.all([
    printersOwned(db, from, until),
    downsBetween(db, from, until),
    db
      .select()
      .from(workSpan)
      .where(and(lte(workSpan.fromAt, until), or(isNull(workSpan.untilAt), gte(workSpan.untilAt, from)))),
  ])
  const ownedFrom = new Map(printers.map(({ id, firstAt }) => [id, Math.max(from.getTime(), firstAt.getTime())]))
  /** Up to when a printer's time down has been counted: spans that were dated back may overlap. */
  const counted = new Map<string, number>()
  const spansOf = groupBy(spans, ({ printerId }) => printerId)
  const split = downs.map((down) => {
    const untilMs = Math.min((down.untilAt ?? until).getTime(), until.getTime())
    const fromMs = Math.max(
      down.fromAt.getTime(),
      ownedFrom.get(down.printerId) ?? from.getTime(),
      counted.get(down.printerId) ?? 0,
    )
    counted.set(down.printerId, Math.max(untilMs, counted.get(down.printerId) ?? 0))
    const inside: Span = { fromMs: Math.min(fromMs, untilMs), untilMs }
    const work = (spansOf.get(down.printerId) ?? []).map(({ fromAt, untilAt }) => ({
      fromMs: fromAt.getTime(),
      untilMs: (untilAt ?? until).getTime(),
    }))
    return { down, ...splitDowntime(inside, work, down.minutes) }
  })
  const splitOf = groupBy(split, ({ down }) => down.printerId)
  const served = new Map(
    printers.map((one): [string, Served] => {
      const own = splitOf.get(one.id) ?? []
      const failed = own.filter(({ down }) => down.faultId !== null)
      const restored = failed.filter(({ down }) => down.untilAt !== null && down.untilAt <= until)
      const sum = (of: typeof own, pick: (one: (typeof own)[number]) => number) =>
        of.reduce((total, each) => total + pick(each), 0)
      return [
        one.id,
        {
          record: {
            ownedHours: (until.getTime() - Math.max(from.getTime(), one.firstAt.getTime())) / hourMs,
            downHours: sum(own, ({ hours }) => hours),
            runHours: one.runHours,
            failures: failed.filter(({ down }) => down.fromAt >= from).length,
            restored: restored.length,
            restoredHours: sum(restored, ({ hours }) => hours),
          },
          workingHours: sum(own, ({ workingHours }) => workingHours),
          waitingHours: sum(own, ({ waitingHours }) => waitingHours),
        },
      ]
    }),
  )
  const rowOf = (name: string, printerId: string | null, of: Served[]): ServiceRow => {
    const record = addRecords(of.map((one) => one.record))
    return {
      name,
      printerId,
      ...availability(record),
      downHours: record.downHours,
      workingHours: of.reduce((sum, one) => sum + one.workingHours, 0),
      waitingHours: of.reduce((sum, one) => sum + one.waitingHours, 0),
      failures: record.failures,
    }
  }
  const models = [...new Set(printers.map(({ model }) => model))].sort()
  const faults = split.filter(({ down }) => down.faultId !== null)
  const pareto = (nameOf: (down: (typeof downs)[number]) => string | null) => paretoOf(faults, nameOf)
  return {
    from: from.toISOString(),
    until: until.toISOString(),
    site: printers.length > 0 ? rowOf('The whole workshop', null, [...served.values()]) : nothing,
    models: models.map((model) =>
      rowOf(
        model,
        null,
        printers.filter((one) => one.model === model).map(({ id }) => given(served.get(id))),
      ),
    ),
    printers: printers.map(({ id, name }) => rowOf(name, id, [given(served.get(id))])),
    symptoms: pareto(({ symptomName, words }) => symptomName ?? words),
    causes: pareto(({ causeName, closed }) => causeName ?? (closed ? 'another cause' : 'not found yet')),
    broughtAbout: grouped(faults, ({ broughtAbout }) => broughtAbout).map(([by, own]) => ({ by, ...own })),
    topics: grouped(faults, ({ topic }) => topic)
      .map(([topic, own]) => ({ topic, ...own }))
      .sort((a, b) => b.downHours - a.downHours || inductionTopics.indexOf(a.topic) - inductionTopics.indexOf(b.topic)),
  }
}

const nothing: ServiceRow = {
  name: 'The whole workshop',
  printerId: null,
  availability: 1,
  downHours: 0,
  workingHours: 0,
  waitingHours: 0,
  failures: 0,
  runHoursBetweenFailures: null,
  hoursToRestore: null,
}

async function printersOwned(db: Db, from: Date, until: Date) {
  const at = (moment: Date) => sql`${moment.toISOString()}::timestamptz`
  const hoursAt = (moment: Date) => sql`(${countersAtSql(sql`${printer.id}`, at(moment))}->>'hours')::float8`
  const first = sql<Date>`(SELECT min(c.at) FROM counter_point c WHERE c.printer_id = ${printer.id})`
  const rows = await db
    .select({
      id: printer.id,
      name: printer.name,
      model: sql<string>`${printerModel.make} || ' ' || ${printerModel.name}`,
      firstAt: first,
      before: sql<number | null>`${hoursAt(from)}`,
      after: sql<number | null>`${hoursAt(until)}`,
      takenInHours: printer.takenInHours,
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(isNull(printer.retiredReason))
    .orderBy(asc(printer.rack), asc(printer.place))
  return rows
    .map(({ firstAt, before, after, takenInHours, ...rest }) => ({
      ...rest,
      firstAt: new Date(firstAt),
      runHours: Math.max(0, (after ?? takenInHours) - (before ?? takenInHours)),
    }))
    .filter(({ firstAt }) => firstAt < until)
}

async function downsBetween(db: Db, from: Date, until: Date) {
  const rows = await db
    .select({
      printerId: downTime.printerId,
      fromAt: downTime.fromAt,
      untilAt: downTime.untilAt,
      faultId: downTime.faultId,
      words: fault.symptom,
      closedAt: fault.closedAt,
      closing: fault.closing,
      symptomName: sql<string | null>`${symptom.content}->>'name'`,
      causeName: sql<string | null>`${cause.content}->>'name'`,
    })
    .from(downTime)
    .innerJoin(printer, eq(printer.id, downTime.printerId))
    .leftJoin(fault, eq(fault.id, downTime.faultId))
    .leftJoin(symptom, eq(symptom.id, fault.symptomId))
    .leftJoin(cause, eq(cause.id, fault.causeId))
    .where(
      and(
        isNull(printer.retiredReason),
        lte(downTime.fromAt, until),
        or(isNull(downTime.untilAt), gte(downTime.untilAt, from)),
      ),
    )
    .orderBy(asc(downTime.fromAt))
  return rows.map(({ closing, closedAt, words, ...rest }) => ({
    ...rest,
    words: words ?? 'on hold',
    closed: closedAt !== null,
    minutes: closing?.minutes ?? 0,
    broughtAbout: closing?.broughtAbout ?? null,
    topic: closing?.topic ?? null,
  }))
}

type Split = { down: Awaited<ReturnType<typeof downsBetween>>[number]; hours: number }

/** Most hours first, with their running share. */
function paretoOf(faults: Split[], nameOf: (down: Split['down']) => string | null): ParetoRow[] {
  const rows = new Map<string, ParetoRow>()
  for (const { down, hours } of faults) {
    const name = nameOf(down)
    if (name === null) continue
    const row = rows.get(name) ?? { name, faults: 0, downHours: 0, wearHours: 0, misuseHours: 0, cumulative: 0 }
    rows.set(name, row)
    row.faults++
    row.downHours += hours
    if (down.broughtAbout && misuse.includes(down.broughtAbout)) row.misuseHours += hours
    else if (down.broughtAbout === 'wear' || down.broughtAbout === 'maker') row.wearHours += hours
  }
  const sorted = [...rows.values()].sort((a, b) => b.downHours - a.downHours)
  const all = sorted.reduce((sum, { downHours }) => sum + downHours, 0)
  let so = 0
  for (const row of sorted) row.cumulative = all > 0 ? (so += row.downHours) / all : 0
  return sorted
}

function grouped<K extends string>(faults: Split[], keyOf: (down: Split['down']) => K | null) {
  const groups = new Map<K, { faults: number; downHours: number }>()
  for (const { down, hours } of faults) {
    const key = keyOf(down)
    if (!key) continue
    const own = groups.get(key) ?? { faults: 0, downHours: 0 }
    groups.set(key, { faults: own.faults + 1, downHours: own.downHours + hours })
  }
  return [...groups].sort(([, a], [, b]) => b.downHours - a.downHours)
}
