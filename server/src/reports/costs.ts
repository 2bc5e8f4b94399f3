import { eq, sql, type SQL } from 'drizzle-orm'
import {
  costKinds,
  type CostEntry,
  type CostGroup,
  type CostKind,
  type CostLine,
  type CostRates,
  type CostsPage,
} from '@diatribon/contract'
import { given, standings } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { Refusal } from '../platform/refusal.ts'
import { costRates, printer, printerModel, site } from '../platform/tables.ts'
import { ranBetween } from '../upgrades/ranBetween.ts'

const mostEntries = 100
const mostFaults = 30
/** Printers are reckoned month by month up to so long. */
const mostDays = 800
const gramsPerMetre = 2.98

interface Asked {
  from: Date
  until: Date
  by: CostGroup
  timeZone: string
  printerId?: string
}

/** What maintenance cost in a time, by printer, model, part type or month. Each cost is a whole number of minor units, so that every way of adding them up comes to the same. */
export async function costsPage(db: Db, asked: Asked): Promise<CostsPage> {
  const { from, until, by } = asked
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
  const costs = allCosts(asked, rates)
  const { sums, dearest } = await summedCosts(db, costs, asked)
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
    faults: await faultsOf(db, asked, rates),
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

/** By which rates costs are reckoned; work alone where nobody has set the rest. */
export async function ratesOf(db: Db): Promise<CostRates> {
  const [row] = await db
    .select({ labour: site.labourCostMinorPerHour, rates: costRates })
    .from(site)
    .leftJoin(costRates, eq(costRates.id, site.id))
    .limit(1)
  const { roles = {}, powerMinorPerKWh = null, watts = null, filamentMinorPerKg = null } = row?.rates ?? {}
  return { labourMinorPerHour: row?.labour ?? 0, roles, powerMinorPerKWh, watts, filamentMinorPerKg }
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

/** Every cost of the time as a row: what it was, on which printer, of which part, and which entry tells of it. */
function allCosts(
  { from, until, printerId }: Asked,
  { labourMinorPerHour, roles, filamentMinorPerKg }: CostRates,
): SQL {
  const span = (column: string) =>
    sql`${sql.raw(column)} >= ${from.toISOString()}::timestamptz AND ${sql.raw(column)} < ${until.toISOString()}::timestamptz`
  const here = (column: string) => (printerId ? sql`AND ${sql.raw(column)} = ${printerId}::uuid` : sql``)
  const work = (minutes: string) => sql`round(${sql.raw(minutes)} / 60.0 * w.rate)`
  const forFault = (seq: string) => sql`LEFT JOIN mended x ON x.seq = ${sql.raw(seq)}`
  const by = (person: string) => sql`JOIN worker w ON w.id = ${sql.raw(person)}`
  return sql`worker AS (
    SELECT id, coalesce((${JSON.stringify(roles)}::jsonb->>role)::float8, ${labourMinorPerHour}::float8) AS rate FROM person),
  -- Changes that were made for a fault, as they stand now.
  mended AS MATERIALIZED (SELECT seq, min(fault_id::text)::uuid AS fault_id FROM fault_step WHERE kind = 'change' AND taken_back_seq IS NULL GROUP BY 1),
  cost AS MATERIALIZED (
    SELECT f.printer_id, f.part_type_id, f.fitted_at AS at, f.fitted_seq AS seq, 'parts' AS kind, s.name AS words,
      x.fault_id AS fault_id, round(coalesce((SELECT m.paid_minor / m.pieces FROM stock_move m JOIN stock_item i ON i.id = m.item_id
        WHERE i.part_type_id = f.part_type_id AND m.kind = 'in' AND m.paid_minor IS NOT NULL AND m.taken_back_seq IS NULL
          AND m.at <= f.fitted_at ORDER BY m.at DESC LIMIT 1), t.price_minor, 0)) AS minor
    FROM fitting f JOIN part_type t ON t.id = f.part_type_id JOIN slot s ON s.id = f.slot_id ${forFault('f.fitted_seq')}
    WHERE f.from_store AND f.taken_back_seq IS NULL AND ${span('f.fitted_at')} ${here('f.printer_id')}
    UNION ALL
    SELECT f.printer_id, f.part_type_id, f.fitted_at, f.fitted_seq, 'labour', s.name, NULL, ${work('t.minutes')}
    FROM fitting f JOIN part_type t ON t.id = f.part_type_id JOIN slot s ON s.id = f.slot_id ${forFault('f.fitted_seq')} JOIN log_entry e ON e.seq = f.fitted_seq ${by('e.person_id')}
    WHERE f.from_store AND f.taken_back_seq IS NULL AND e.kind IN ('swap-part', 'swap-kit', 'move-part')
      AND x.fault_id IS NULL AND ${span('f.fitted_at')} ${here('f.printer_id')}
    UNION ALL
    SELECT f.printer_id, f.part_type_id, f.removed_at, f.removed_seq, 'lost prints', s.name || ' failed', x.fault_id, coalesce(t.failure_extra_minor, 0)
    FROM fitting f JOIN part_type t ON t.id = f.part_type_id JOIN slot s ON s.id = f.slot_id ${forFault('f.removed_seq')}
    WHERE f.removal_reason = 'failed' AND f.taken_back_seq IS NULL AND ${span('f.removed_at')} ${here('f.printer_id')}
    UNION ALL
    SELECT c.printer_id, NULL, c.at, c.seq, 'labour', u.name, NULL, ${work('c.minutes')}
    FROM upgrade_change c JOIN upgrade u ON u.id = c.upgrade_id ${by('c.person_id')}
    WHERE c.taken_back_seq IS NULL AND ${span('c.at')} ${here('c.printer_id')}
    UNION ALL
    SELECT c.printer_id, NULL, c.at, c.seq, 'upgrades', u.name, NULL, coalesce((SELECT round(sum((part->>'pieces')::float8 * coalesce((part->>'priceMinor')::float8, 0)))
      FROM jsonb_array_elements(v.content->'parts') AS part), 0)
      - coalesce((SELECT sum(t.price_minor) FROM fitting f JOIN part_type t ON t.id = f.part_type_id WHERE f.fitted_seq = c.seq AND f.from_store), 0)
    FROM upgrade_change c JOIN upgrade u ON u.id = c.upgrade_id JOIN upgrade_version v ON v.upgrade_id = c.upgrade_id AND v.version = c.version
    WHERE c.taken_back_seq IS NULL AND ${span('c.at')} ${here('c.printer_id')}
    UNION ALL
    SELECT r.printer_id, f.part_type_id, r.at, r.seq, 'labour', s.name || ' ' || r.way, NULL, ${work('r.minutes')}
    FROM repair r JOIN slot s ON s.id = r.slot_id JOIN fitting f ON f.id = r.fitting_id ${by('r.person_id')}
    WHERE r.taken_back_seq IS NULL AND r.fault_id IS NULL AND ${span('r.at')} ${here('r.printer_id')}
    UNION ALL
    SELECT r.printer_id, f.part_type_id, r.at, r.seq, 'materials', s.name || ' ' || r.way, r.fault_id, r.cost_minor
    FROM repair r JOIN slot s ON s.id = r.slot_id JOIN fitting f ON f.id = r.fitting_id
    WHERE r.taken_back_seq IS NULL AND ${span('r.at')} ${here('r.printer_id')}
    UNION ALL
    SELECT k.printer_id, NULL, k.finished_at, k.finished_seq, 'labour', v.name, NULL, ${work('v.minutes')}
    FROM check_sheet k JOIN (SELECT check_type_id, version, content->>'name' AS name, (content->>'minutes')::float8 AS minutes FROM check_version
      OFFSET 0) v ON v.check_type_id = k.check_type_id AND v.version = k.version ${by('k.finished_by')}
    WHERE k.outcome = 'done' AND ${span('k.finished_at')} ${here('k.printer_id')}
    UNION ALL
    SELECT a.printer_id, NULL, a.closed_at, a.closed_seq, 'labour', a.symptom, a.id, ${work("(a.closing->>'minutes')::float8")}
    FROM fault a ${by('a.closed_by')} WHERE a.closing IS NOT NULL AND ${span('a.closed_at')} ${here('a.printer_id')}
    UNION ALL
    SELECT j.printer_id, NULL, j.finished_at, j.finished_seq, 'filament', j.name, NULL,
      round(g.metres * ${gramsPerMetre}::float8 / 1000 * ${filamentMinorPerKg ?? 0}::float8)
    FROM job j JOIN usage g ON g.seq = j.finished_seq
    WHERE j.outcome = 'failed' AND g.taken_back_seq IS NULL AND ${span('j.finished_at')} ${here('j.printer_id')})`
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

/** All costs by group and kind, and the dearest of them: worked out once for both. */
async function summedCosts(db: Db, costs: SQL, { by, timeZone }: Asked) {
  const { rows } = await db.execute<{
    sums: { id: string; name: string; kind: CostKind; minor: number }[] | null
    dearest: CostEntry[] | null
  }>(sql`
    WITH ${costs},
    summed AS (
      SELECT ${groupId(by, timeZone)} AS id, ${groupName(by, timeZone)} AS name, cost.kind, sum(cost.minor) AS minor
      FROM cost JOIN printer p ON p.id = cost.printer_id JOIN printer_model m ON m.id = p.model_id
      LEFT JOIN part_type t ON t.id = cost.part_type_id
      GROUP BY 1, 2, 3),
    dear AS (
      SELECT cost.seq, cost.at, p.name AS printer, cost.kind, cost.words, cost.minor
      FROM cost JOIN printer p ON p.id = cost.printer_id WHERE cost.minor > 0
      ORDER BY cost.minor DESC, cost.seq DESC LIMIT ${mostEntries})
    SELECT (SELECT json_agg(summed) FROM summed) AS sums,
      (SELECT json_agg(dear ORDER BY dear.minor DESC, dear.seq DESC) FROM dear) AS dearest`)
  const { sums, dearest } = given(rows[0])
  return {
    sums: sums ?? [],
    dearest: (dearest ?? []).map(({ at, ...row }) => ({ ...row, at: new Date(at).toISOString() })),
  }
}

/** What each fault that was closed in the time cost: the sum of the costs that were counted for it, before that time too. */
async function faultsOf(db: Db, asked: Asked, rates: CostRates): Promise<CostsPage['faults']> {
  const { from, until, printerId } = asked
  const here = printerId ? sql`AND a.printer_id = ${printerId}::uuid` : sql``
  const closed = sql`a.closing IS NOT NULL AND a.closed_at >= ${from.toISOString()}::timestamptz AND a.closed_at < ${until.toISOString()}::timestamptz ${here}`
  const { rows: first } = await db.execute<{ at: string | null }>(
    sql`SELECT min(a.reported_at) AS at FROM fault a WHERE ${closed}`,
  )
  const since = first[0]?.at
  if (!since) return []
  const costs = allCosts({ ...asked, from: new Date(Math.min(new Date(since).getTime(), from.getTime())) }, rates)
  const { rows } = await db.execute<{
    id: string
    seq: string
    printer: string
    at: string
    words: string
    minutes: number
    minor: string
  }>(sql`
    WITH ${costs}, of_fault AS (SELECT fault_id, sum(minor) AS minor FROM cost WHERE fault_id IS NOT NULL GROUP BY 1)
    SELECT a.id, a.reported_seq AS seq, p.name AS printer, a.closed_at AS at, a.symptom AS words, (a.closing->>'minutes')::float8 AS minutes,
      coalesce(c.minor, 0) AS minor
    FROM fault a JOIN printer p ON p.id = a.printer_id LEFT JOIN of_fault c ON c.fault_id = a.id
    WHERE ${closed} ORDER BY minor DESC, a.closed_seq DESC LIMIT ${mostFaults}`)
  return rows.map(({ at, minor, minutes, seq, ...row }) => ({
    ...row,
    seq: Number(seq),
    at: new Date(at).toISOString(),
    minutes: Number(minutes),
    minor: Number(minor),
  }))
}
