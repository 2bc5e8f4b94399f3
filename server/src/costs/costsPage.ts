import { eq, sql, type SQL } from 'drizzle-orm'
import {
  costKinds,
  type CostEntry,
  type CostGroup,
  type CostKind,
  type CostLine,
  type CostRates,
  type CostsPage,
  type Freshness,
} from '@diatribon/contract'
import { given, standings } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { Refusal } from '../platform/refusal.ts'
import { printer, printerModel } from '../platform/tables.ts'
import { ratesOf } from './ratesOf.ts'
import { ranBetween } from '../rules/ranBetween.ts'

const mostEntries = 100
const mostFaults = 30
/** Printers are reckoned month by month up to so long. */
const mostDays = 800

interface Asked {
  fresh: Freshness
  from: Date
  until: Date
  by: CostGroup
  timeZone: string
  printerId?: string
}

/**
 * What maintenance cost in a time, by printer, model, part type or month: sums over the kept costs. Each is a whole number of minor units, so that
 * every way of adding them up comes to the same.
 */
export async function costsPage(db: Db, asked: Asked): Promise<CostsPage> {
  const { fresh, from, until, by } = asked
  if ((until.getTime() - from.getTime()) / 86_400_000 > mostDays)
    throw new Refusal(400, 'bad-input', 'Ask for two years at most.', {
      until: 'Two years after the first day at most.',
    })
  const rates = await ratesOf(db)
  const printers = await db
    .select({
      id: printer.id,
      name: printer.name,
      modelId: printer.modelId,
      make: printerModel.make,
      model: printerModel.name,
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
  const own = printers.filter(({ id }) => !asked.printerId || id === asked.printerId)
  const { sums, dearest } = await summedCosts(db, asked)
  const lines = new Map<string, CostLine>()
  const line = (id: string, name: string): CostLine => {
    const there = lines.get(id) ?? emptyLine(id, name)
    lines.set(id, there)
    return there
  }
  for (const { id, name, kind, minor } of sums) line(id, name).minor[kind] += minor
  const all = emptyLine('all', 'All together')
  for (const one of own) if (by === 'printer') line(one.id, one.name)
  const byId = new Map(own.map((one) => [one.id, one]))
  const spans = spansOf(own, asked)
  const ran = await ranBetween(db, spans)
  spans.forEach(({ printerId, month }, i) => {
    const { hours } = given(ran[i])
    const of = given(byId.get(printerId))
    const powered = powerMinor(hours, rates)
    all.runHours += hours
    all.minor.power += powered
    const key = by === 'printer' ? of.id : by === 'model' ? of.modelId : by === 'month' ? month : null
    if (key === null || (hours === 0 && !lines.has(key))) return
    const there = line(key, by === 'printer' ? of.name : by === 'model' ? `${of.make} ${of.model}`.trim() : key)
    there.runHours += hours
    there.minor.power += powered
  })
  await failuresAndDays(db, asked, { lines, all })
  for (const one of lines.values())
    for (const kind of costKinds) if (kind !== 'power') all.minor[kind] += one.minor[kind]
  // Of part types: what each costs for an hour of all printers.
  if (by === 'part type') for (const one of lines.values()) one.runHours = all.runHours
  if (by === 'printer') judge(lines, own)
  return {
    fresh,
    from: from.toISOString(),
    until: until.toISOString(),
    by,
    lines: [...lines.values()]
      .map(summed)
      .sort((a, b) =>
        by === 'month' ? a.id.localeCompare(b.id) : b.sumMinor - a.sumMinor || a.name.localeCompare(b.name),
      ),
    all: summed(all),
    rates,
    entries: dearest,
    goods: await goodsOf(db, asked),
    faults: await faultsOf(db, asked),
    notes: notesOf(rates),
  }
}

/** Each printer beside the others of its model. */
function judge(lines: Map<string, CostLine>, own: { id: string; modelId: string }[]): void {
  for (const like of groupBy(own, ({ modelId }) => modelId).values()) {
    const found = standings(
      like.map(({ id }) => {
        const { perHourMinor: perHour, runHours: hours, daysDown } = summed(given(lines.get(id)))
        return { perHour, hours, daysDown }
      }),
    )
    like.forEach(({ id }, n) => (given(lines.get(id)).standing = given(found[n])))
  }
}

/** What was made in an hour of running, by model, as the goods that were counted tell. */
async function goodsOf(db: Db, { from, until, printerId }: Asked): Promise<CostsPage['goods']> {
  const here = printerId ? sql`AND u.printer_id = ${printerId}::uuid` : sql``
  const { rows } = await db.execute<{ model: string; goods: string; pieces: string; hours: number }>(sql`
    SELECT trim(m.make || ' ' || m.name) AS model, e.payload->>'goods' AS goods,
      sum((e.payload->>'pieces')::float8) AS pieces, sum(u.hours) AS hours
    FROM usage u JOIN log_entry e ON e.seq = u.seq JOIN printer p ON p.id = u.printer_id JOIN printer_model m ON m.id = p.model_id
    WHERE u.kind = 'goods' AND u.taken_back_seq IS NULL AND u.hours > 0
      AND u.at >= ${from.toISOString()}::timestamptz AND u.at < ${until.toISOString()}::timestamptz ${here}
    GROUP BY 1, 2 ORDER BY 2, 4 DESC LIMIT 100`)
  return rows.map(({ model, goods, pieces, hours }) => ({
    model,
    goods,
    pieces: Number(pieces),
    perHour: Number(pieces) / Number(hours),
  }))
}

const powerMinor = (hours: number, { powerMinorPerKWh, watts }: CostRates) =>
  powerMinorPerKWh === null || watts === null ? 0 : Math.round((hours * watts * powerMinorPerKWh) / 1000)

function notesOf({ powerMinorPerKWh, watts, filamentMinorPerKg }: CostRates): string[] {
  return [
    ...(powerMinorPerKWh === null || watts === null ? ['Power is left out: nobody has said what it costs.'] : []),
    ...(filamentMinorPerKg === null ? ['Lost filament is left out: nobody has said what a kilogram costs.'] : []),
  ]
}

const emptyLine = (id: string, name: string): CostLine => ({
  id,
  name,
  runHours: 0,
  minor: Object.fromEntries(costKinds.map((kind) => [kind, 0])) as Record<CostKind, number>,
  sumMinor: 0,
  perHourMinor: null,
  failures: 0,
  daysDown: 0,
  standing: null,
})

function summed(of: CostLine): CostLine {
  const sumMinor = costKinds.reduce((sum, kind) => sum + of.minor[kind], 0)
  return { ...of, sumMinor, perHourMinor: of.runHours > 0 ? sumMinor / of.runHours : null }
}

/** A printer's time, whole or month by month. */
function spansOf(own: { id: string }[], { from, until, by, timeZone }: Asked) {
  const months = by === 'month' ? monthsOf(from, until, timeZone) : [{ month: '', from, until }]
  return own.flatMap(({ id }) => months.map((span) => ({ printerId: id, ...span })))
}

function monthsOf(from: Date, until: Date, timeZone: string) {
  const month = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit' })
  const found: { month: string; from: Date; until: Date }[] = []
  // By days, so that no zone and no summer time puts an hour into another month.
  for (let at = from.getTime(); at < until.getTime(); at += 86_400_000) {
    const name = month.format(new Date(at))
    const last = found.at(-1)
    const end = new Date(Math.min(until.getTime(), at + 86_400_000))
    if (last?.month === name) last.until = end
    else found.push({ month: name, from: new Date(at), until: end })
  }
  return found
}

const monthSql = (timeZone: string) => sql`to_char(cost.at AT TIME ZONE ${timeZone}::text, 'YYYY-MM')`

function groupId(by: CostGroup, timeZone: string): SQL {
  switch (by) {
    case 'printer':
      return sql`p.id::text`
    case 'model':
      return sql`m.id::text`
    case 'part type':
      return sql`coalesce(t.id::text, 'none')`
    case 'month':
      return monthSql(timeZone)
  }
}

function groupName(by: CostGroup, timeZone: string): SQL {
  switch (by) {
    case 'printer':
      return sql`p.name`
    case 'model':
      return sql`trim(m.make || ' ' || m.name)`
    case 'part type':
      return sql`coalesce(t.name, 'no part')`
    case 'month':
      return monthSql(timeZone)
  }
}

async function failuresAndDays(
  db: Db,
  asked: Asked,
  { lines, all }: { lines: Map<string, CostLine>; all: CostLine },
): Promise<void> {
  const { from, until, by, timeZone, printerId } = asked
  const [start, end] = [from.toISOString(), until.toISOString()]
  const here = printerId ? sql`AND p.id = ${printerId}::uuid` : sql``
  const failed = await db.execute<{ id: string; count: string }>(sql`
    SELECT ${groupId(by, timeZone)} AS id, count(*) AS count
    FROM (SELECT f.printer_id, f.part_type_id, f.removed_at AS at FROM fitting f WHERE f.removal_reason = 'failed' AND f.taken_back_seq IS NULL
      AND f.removed_at >= ${start}::timestamptz AND f.removed_at < ${end}::timestamptz) cost
    JOIN printer p ON p.id = cost.printer_id JOIN printer_model m ON m.id = p.model_id LEFT JOIN part_type t ON t.id = cost.part_type_id
    WHERE true ${here} GROUP BY 1`)
  for (const { id, count } of failed.rows) {
    all.failures += Number(count)
    const there = lines.get(id)
    if (there) there.failures += Number(count)
  }
  const down = await db.execute<{ id: string; days: number }>(sql`
    SELECT ${by === 'model' ? sql`p.model_id` : sql`p.id`}::text AS id,
      sum(extract(epoch FROM least(coalesce(d.until_at, ${end}::timestamptz), ${end}::timestamptz)
        - greatest(d.from_at, ${start}::timestamptz)))::float8 / 86400 AS days
    FROM down_time d JOIN printer p ON p.id = d.printer_id
    WHERE d.from_at < ${end}::timestamptz AND coalesce(d.until_at, ${end}::timestamptz) > ${start}::timestamptz ${here} GROUP BY 1`)
  for (const { id, days } of down.rows) {
    all.daysDown += Number(days)
    const there = lines.get(id)
    if (there) there.daysDown += Number(days)
  }
}

/** All costs by group and kind, and the dearest of them. */
async function summedCosts(db: Db, { from, until, by, timeZone, printerId }: Asked) {
  const here = sql`cost.at >= ${from.toISOString()}::timestamptz AND cost.at < ${until.toISOString()}::timestamptz
    ${printerId ? sql`AND cost.printer_id = ${printerId}::uuid` : sql``}`
  const { rows: sums } = await db.execute<{ id: string; name: string; kind: CostKind; minor: number }>(sql`
    SELECT ${groupId(by, timeZone)} AS id, ${groupName(by, timeZone)} AS name, cost.kind, sum(cost.minor) AS minor
    FROM cost JOIN printer p ON p.id = cost.printer_id JOIN printer_model m ON m.id = p.model_id
    LEFT JOIN part_type t ON t.id = cost.part_type_id WHERE ${here} GROUP BY 1, 2, 3`)
  const { rows: dearest } = await db.execute<Omit<CostEntry, 'at'> & { at: Date | string }>(sql`
    SELECT cost.seq, cost.at, p.name AS printer, cost.kind, cost.words, cost.minor
    FROM cost JOIN printer p ON p.id = cost.printer_id WHERE ${here} AND cost.minor > 0
    ORDER BY cost.minor DESC, cost.seq DESC, cost.position LIMIT ${mostEntries}`)
  return {
    sums: sums.map(({ minor, ...row }) => ({ ...row, minor: Number(minor) })),
    dearest: dearest.map(({ at, seq, ...row }) => ({ ...row, seq: Number(seq), at: new Date(at).toISOString() })),
  }
}

/** What each fault that was closed in the time cost: the sum of the costs that were counted for it, before that time too. */
async function faultsOf(db: Db, { from, until, printerId }: Asked): Promise<CostsPage['faults']> {
  const here = printerId ? sql`AND a.printer_id = ${printerId}::uuid` : sql``
  const { rows } = await db.execute<{
    id: string
    seq: string
    printer: string
    at: string
    words: string
    minutes: number
    minor: string
  }>(sql`
    SELECT a.id, a.reported_seq AS seq, p.name AS printer, a.closed_at AS at, a.symptom AS words, (a.closing->>'minutes')::float8 AS minutes,
      coalesce((SELECT sum(minor) FROM cost WHERE cost.fault_id = a.id), 0) AS minor
    FROM fault a JOIN printer p ON p.id = a.printer_id
    WHERE a.closing IS NOT NULL AND a.closed_at >= ${from.toISOString()}::timestamptz AND a.closed_at < ${until.toISOString()}::timestamptz ${here}
    ORDER BY minor DESC, a.closed_seq DESC LIMIT ${mostFaults}`)
  return rows.map(({ at, minor, minutes, seq, ...row }) => ({
    ...row,
    seq: Number(seq),
    at: new Date(at).toISOString(),
    minutes: Number(minutes),
    minor: Number(minor),
  }))
}
