import { asc, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import type { PrinterRepairs, RepairsPage } from '@diatribon/contract'
import { laplaceTrend, meanCumulative, rateRatio, type RecurrenceUnit } from '@diatribon/core'
import { countersAtSql } from '../hours/countersAtSql.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { fault, printer, printerModel } from '../platform/tables.ts'

/** Repairs of every printer over its running hours: how many, against its sisters, and whether they come denser. */
export async function repairsPage(db: Db): Promise<RepairsPage> {
  const printers = await db
    .select({
      id: printer.id,
      name: printer.name,
      model: sql<string>`trim(${printerModel.make} || ' ' || ${printerModel.name})`,
      from: printer.takenInHours,
      hours: printer.hours,
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(isNull(printer.retiredReason))
    .orderBy(asc(printer.name))
  // Before anybody wrote faults down, none could be counted: each printer is watched from the first one of the book on.
  const [book] = await db
    .select({ first: sql<Date | null>`min(${fault.reportedAt})`.mapWith(fault.reportedAt) })
    .from(fault)
  const first = book?.first ?? null
  const hoursThen = new Map<string, number>()
  if (first) {
    const rows = await db
      .select({ id: printer.id, then: countersAtSql(printer.id, sql`${first.toISOString()}::timestamptz`) })
      .from(printer)
    for (const { id, then } of rows) if (then) hoursThen.set(id, then.hours)
  }
  const faults = await db
    .select({ printerId: fault.printerId, hours: fault.reportedHours })
    .from(fault)
    .where(isNotNull(fault.closing))
  const repairsOf = groupBy(faults, ({ printerId }) => printerId)
  const units = printers.map((one) => {
    const from = hoursThen.get(one.id) ?? one.from
    const end = Math.max(1, one.hours - from)
    const events = (repairsOf.get(one.id) ?? []).map(({ hours }) => Math.min(end, Math.max(0, hours - from)))
    return { ...one, unit: { id: one.name, events: events.sort((a, b) => a - b), end } satisfies RecurrenceUnit }
  })
  const byModel = groupBy(units, ({ model }) => model)
  const rows = units.map(({ id, name, model, unit }): PrinterRepairs => {
    const sisters = (byModel.get(model) ?? []).filter((one) => one.id !== id)
    const theirs = {
      events: sisters.reduce((sum, one) => sum + one.unit.events.length, 0),
      time: sisters.reduce((sum, one) => sum + one.unit.end, 0),
    }
    const against = sisters.length > 0 ? rateRatio({ events: unit.events.length, time: unit.end }, theirs) : null
    const laplace = unit.events.length > 0 ? laplaceTrend([unit]) : null
    return {
      printer: { id, name, model },
      runHours: unit.end,
      repairs: unit.events.length,
      against,
      laplace,
      words: wordsOf(name, against, laplace),
    }
  })
  return {
    printers: rows.sort((a, b) => (b.against?.limits[0] ?? 0) - (a.against?.limits[0] ?? 0)),
    groups: [...byModel].map(([name, all]) => ({
      name,
      mcf: meanCumulative(all.map(({ unit }) => unit)),
      oldest: all.reduce((most, { unit }) => Math.max(most, unit.end), 0),
    })),
  }
}

/** Laplace's trend beyond this either way is one. */
const trendFrom = 1.96

function wordsOf(name: string, against: PrinterRepairs['against'], laplace: number | null): string {
  const figure = (x: number) => Number(x.toPrecision(2)).toLocaleString('en-GB')
  const trend =
    laplace === null || Math.abs(laplace) < trendFrom
      ? ''
      : laplace > 0
        ? 'repairs come denser'
        : 'repairs come rarer than at first'
  if (!against) return trend ? `${name}: ${trend}.` : 'No sisters to compare with.'
  const [low, high] = against.limits
  if (low > 1)
    return (
      `Needs ${against.ratio === null ? 'more' : `${figure(against.ratio)} times the`} repairs of its sisters ` +
      `(${figure(low)} to ${high === null ? 'any number of' : figure(high)} times)${trend ? `, and ${trend}` : ''}: rebuild or retire?`
    )
  if (high !== null && high < 1) return `Needs fewer repairs than its sisters${trend ? `; ${trend}` : ''}.`
  return trend ? `As its sisters; ${trend}.` : 'As its sisters, as far as can be told.'
}
