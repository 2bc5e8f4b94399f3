import { inArray, sql } from 'drizzle-orm'
import { scatterOf } from '@diatribon/core'
import type { DriftingPage, DriftingReading, PrinterHead, ReadingSeries } from '@diatribon/contract'
import { printer, printerDrift } from '../platform/tables.ts'
import { printerHeads, type Planning } from '../plan/duties.ts'
import { readingKinds } from './kinds.ts'
import { judged, loadSeries, type LoadedSeries } from './series.ts'
import { pooledScatter } from './pooledScatter.ts'

/** Entries of a printer after which its readings may say something else. */
const upsetting = [
  'record-reading',
  'record-step',
  'record-baseline',
  'adjust-printer',
  'record-event',
  'swap-part',
  'swap-kit',
  'move-part',
  'start-job',
  'finish-job',
  'report-fault',
  'amend',
]
const siteWide = ['add-reading-kind', 'change-reading-kind', 'set-upset']

/** Printers that are looked at anew in one answer: some seconds' work. The rest is said to be waiting. */
const mostAtOnce = 100
const sideBySide = 4

/** Readings that drift on any printer, by how soon they would cross their limit. */
export async function drifting(planning: Planning): Promise<DriftingPage> {
  const { db } = planning
  const heads = (await printerHeads(planning)).filter(({ state }) => state !== 'retired')
  if (heads.length === 0) return { readings: [], waiting: 0 }
  const newest = (condition: ReturnType<typeof sql>, kinds: string[]) => sql`coalesce((SELECT max(n.seq) FROM
    unnest(${sql.param(kinds)}::text[]) AS k(kind) JOIN LATERAL (SELECT seq FROM log_entry e WHERE e.kind = k.kind AND ${condition}
    ORDER BY seq DESC LIMIT 1) n ON true), 0)`
  const { rows } = await db.execute(sql`
    SELECT p.id, p.model_id, ${newest(sql`e.printer_id = p.id`, upsetting)} AS own, ${newest(sql`true`, siteWide)} AS everywhere,
      d.as_of, d.result
    FROM printer p LEFT JOIN printer_drift d ON d.printer_id = p.id WHERE ${inArray(
      sql`p.id`,
      heads.map(({ id }) => id),
    )}`)
  const kinds = await readingKinds(db)
  const found = new Map<string, Omit<DriftingReading, 'printer'>[]>()
  const stale: { id: string; modelId: string; asOf: string }[] = []
  for (const row of rows as {
    id: string
    model_id: string
    own: string
    everywhere: string
    as_of: string | null
    result: Omit<DriftingReading, 'printer'>[]
  }[]) {
    const asOf = `${row.own} ${row.everywhere}`
    if (row.as_of === asOf) found.set(row.id, row.result)
    else stale.push({ id: row.id, modelId: row.model_id, asOf })
  }
  // Some side by side: while one waits for the database, another is reckoned.
  const now = stale.slice(0, mostAtOnce)
  const loaded: { id: string; asOf: string; series: Awaited<ReturnType<typeof loadSeries>> }[] = []
  for (let i = 0; i < now.length; i += sideBySide)
    loaded.push(
      ...(await Promise.all(
        now.slice(i, i + sideBySide).map(async ({ asOf, ...printer }) => ({
          id: printer.id,
          asOf,
          series: await loadSeries(db, printer, kinds),
        })),
      )),
    )
  if (loaded.length > 0) {
    // First what they add to everybody's scatter, then what that says of each.
    await keep(loaded.map(({ id, series }) => ({ printerId: id, asOf: '', result: [], scatter: scatterIn(series) })))
    const pooled = (await pooledScatter(db))!
    const lines = loaded.map(({ id, asOf, series }) => {
      const result = judged(series, pooled).flatMap(lineOf)
      found.set(id, result)
      return { printerId: id, asOf, result, scatter: scatterIn(series) }
    })
    await keep(lines)
  }
  const readings = heads
    .flatMap((head) =>
      (found.get(head.id) ?? []).flatMap((line): DriftingReading[] =>
        isSoon(line, head) ? [{ printer: shortHead(head), ...line }] : [],
      ),
    )
    .sort((a, b) => nearness(a) - nearness(b))
  return { readings, waiting: stale.length - now.length }

  async function keep(rows: (typeof printerDrift.$inferInsert)[]): Promise<void> {
    await db
      .insert(printerDrift)
      .values(rows)
      .onConflictDoUpdate({
        target: printerDrift.printerId,
        set: { asOf: sql`excluded.as_of`, result: sql`excluded.result`, scatter: sql`excluded.scatter` },
      })
  }
}

export const modelOf = (planning: Planning, printerId: string) =>
  planning.db
    .select({ id: printer.id, modelId: printer.modelId })
    .from(printer)
    .where(sql`${printer.id} = ${printerId}`)

const shortHead = ({ id, name, rack, place, state }: PrinterHead): DriftingReading['printer'] => ({
  id,
  name,
  place: `${rack}${place}`,
  onHold: state === 'on hold',
})

/** Beyond first, then by hours to the limit, then what only moves away from its baseline. */
function nearness({ crossing }: DriftingReading): number {
  return crossing.kind === 'beyond' ? -1 : crossing.kind === 'crosses' ? crossing.inHours : Infinity
}

function lineOf(series: ReadingSeries): Omit<DriftingReading, 'printer'>[] {
  const { name, unit, points, limits, crossing, chart, moved, lists } = series
  if (!lists) return []
  const { value, hours, at } = points[points.length - 1]!
  const smooth = moved?.points[moved.points.length - 1]?.smooth ?? null
  return [{ name, unit, last: { value, hours, at }, limits, crossing, lists, baseline: chart?.mean ?? null, smooth }]
}

const scatterIn = (series: LoadedSeries[]) =>
  Object.fromEntries(
    series.map(({ kind, since }) => [kind.name.toLowerCase(), scatterOf(since.map(({ value }) => value))]),
  )

/** What would cross its limit after that time is nothing to plan by yet. */
const planningDays = 56
/** Of a printer of which nothing is known yet. From memory. */
const usualHoursPerDay = 8

const isSoon = ({ crossing }: Omit<DriftingReading, 'printer'>, { hoursPerDay }: PrinterHead) =>
  crossing.kind !== 'crosses' || crossing.inHours <= planningDays * (hoursPerDay ?? usualHoursPerDay)
