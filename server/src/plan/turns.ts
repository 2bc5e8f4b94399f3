import { spotOf } from '../rules/spot.ts'
import { eq, sql } from 'drizzle-orm'
import { type CheckContent, type CheckTurn, type PrinterHead, zonedMoment } from '@diatribon/contract'
import { dayMs, isCheckFor, metresOf, nextTurn, stepsOn, type OnTurnClocks, given } from '@diatribon/core'
import { countersAtSql, type CountersThen } from '../rules/countersAtSql.ts'
import { dayIn } from '../platform/wallClock.ts'
import { machinesOf } from '../rules/machines.ts'
import { materialChanged, materialFamilies } from '../rules/materialFamily.ts'
import type { Db } from '../platform/database.ts'
import type { SiteCalendar } from '../platform/calendar.ts'
import type { DueFrom, Timed } from '../rules/partDuties.ts'
import type { WhenReached } from '../rules/whenReached.ts'
import { checkType, upset } from '../platform/tables.ts'

const soonDays = 7
/** Changes of material on a printer among which the last to another family is looked for. */
const changesLookedAt = 50
/** A spool of 1 kg as most are, to date the next finished one by the metres that run through. Common practice, no source. */
const metresPerSpool = metresOf({ grams: 1000, diameterMm: 1.75, densityGPerCm3: 1.24 })

interface Pair {
  printer_id: string
  check_type_id: string
  added_at: Date
  last_at: Date | null
  open_id: string | null
  taken_in_at: Date
  since: CountersThen | null
  since_spools: number
  since_hot: number
}

/** The next turn of every check on these printers, with what has happened that calls for one. */
export async function turnsOf({ db, now, calendar, heads: here, reached }: DueFrom): Promise<Timed<CheckTurn>[]> {
  if (here.length === 0) return []
  // One after the other: they share the connection of one transaction.
  const types = await contentsOf(db)
  const machines = await machinesOf(
    db,
    here.map(({ id }) => id),
    now,
  )
  const machine = (printerId: string) => given(machines.get(printerId))
  const pairs = (await pairsOf(db, here, now)).filter((pair) =>
    isCheckFor(given(types.get(pair.check_type_id)).steps, machine(pair.printer_id)),
  )
  const totals = await totalsOf(db, here)
  const happened = await happeningsOf(db, here)
  const byId = new Map(here.map((head) => [head.id, head]))
  const dayAfter = dayAfterIn(calendar, now)
  return pairs.map((pair): Timed<CheckTurn> => {
    const head = given(byId.get(pair.printer_id))
    const total = given(totals.get(head.id))
    const when = given(reached.get(head.id))
    const counted = countedOf(head, pair, total, now)
    const { name, turns, minutes, beforePrint, steps, role, signOff } = given(types.get(pair.check_type_id))
    const { state, due } = nextTurn(turns, counted, ratesOf(when))
    const since = pair.last_at ?? later(pair.added_at, pair.taken_in_at)
    const after = happened(head.id, pair.check_type_id, since)
    const daysLeft = due ? daysUntil(when, due, head, now) : null
    const urgency =
      after || state === 'overdue'
        ? 'overdue'
        : state === 'none'
          ? null
          : state === 'open' || (daysLeft !== null && daysLeft <= soonDays)
            ? 'this week'
            : 'later'
    const item: CheckTurn = {
      printer: spotOf(head, null),
      checkType: {
        id: pair.check_type_id,
        name,
        minutes,
        beforePrint,
        steps: stepsOn(steps, machine(head.id)).length,
        needs: { role, signOff },
      },
      state,
      due,
      after,
      dueDate: daysLeft === null ? null : dayAfter(daysLeft),
      urgency,
      lastAt: pair.last_at?.toISOString() ?? null,
      openSheetId: pair.open_id,
    }
    const slack = due ? turns.window * due.interval : 0
    return {
      item,
      flipsInDays: [
        ...(daysLeft === null ? [] : [daysLeft - soonDays]),
        ...(due?.clock === 'days' ? [due.left - slack, due.left, due.left + slack] : []),
      ],
    }
  })
}

/** The day so many days from now; days that were asked for before cost nothing. */
function dayAfterIn({ timeZone }: SiteCalendar, now: Date): (days: number) => string {
  const day = dayIn(timeZone)
  const today = Date.parse(day(now))
  // How much of today is over by the clocks here, so that whole days can be counted.
  const over = ((now.getTime() - zonedMoment(timeZone, today)) % dayMs) / dayMs
  const known = new Map<number, string>()
  return (days) => {
    const whole = Math.floor(over + days)
    let found = known.get(whole)
    if (found === undefined) known.set(whole, (found = new Date(today + whole * dayMs).toISOString().slice(0, 10)))
    return found
  }
}

const later = (a: Date, b: Date) => (a > b ? a : b)

/** The checks in force; read once, for they would weigh more than all the pairs. */
async function contentsOf(db: Db): Promise<Map<string, CheckContent>> {
  const rows = await db
    .select({ id: checkType.id, content: checkType.content })
    .from(checkType)
    .where(eq(checkType.retired, false))
  return new Map(rows.map(({ id, content }) => [id, content]))
}

/** Every check on every printer it is for, with the counters when its turn began: one look-up each, however long the history. */
async function pairsOf(db: Db, heads: PrinterHead[], now: Date): Promise<Pair[]> {
  const since = sql`coalesce(last.at, greatest(t.added_at, p.first_at))`
  const uses = (clock: string) => sql`t.content->'turns' @> ${`{"every": [{"clock": "${clock}"}]}`}::jsonb`
  const { rows } = await db.execute(sql`
    WITH own AS MATERIALIZED (SELECT *, (SELECT min(at) FROM counter_point c WHERE c.printer_id = printer.id) AS first_at
      FROM printer WHERE id IN ${heads.map(({ id }) => id)})
    SELECT p.id AS printer_id, t.id AS check_type_id, t.added_at, last.at AS last_at, open.id AS open_id,
      p.first_at AS taken_in_at, ${countersAtSql(sql`p.id`, since)} AS since,
      CASE WHEN ${uses('spools')} THEN p.spools - (SELECT count(*)::int FROM usage u WHERE u.printer_id = p.id AND u.at > ${since}
        AND u.taken_back_seq IS NULL AND u.kind = 'spool') ELSE 0 END AS since_spools,
      CASE WHEN ${uses('hot hours')} THEN p.hot_hours - coalesce((SELECT sum(e.hot_hours) FROM enclosure_sample e
        WHERE e.printer_id = p.id AND e.at > ${since}), 0) ELSE 0 END AS since_hot
    FROM own p
    JOIN check_type t ON t.site_id = p.site_id AND NOT t.retired
      AND (t.content->'models' = '[]'::jsonb OR t.content->'models' @> to_jsonb(p.model_id::text))
    LEFT JOIN LATERAL (SELECT s.finished_at AS at FROM check_sheet s WHERE s.printer_id = p.id AND s.check_type_id = t.id
      AND s.outcome IN ('done', 'skipped') AND s.finished_at <= ${now.toISOString()}::timestamptz
      ORDER BY s.finished_at DESC LIMIT 1) last ON true
    LEFT JOIN check_sheet open ON open.printer_id = p.id AND open.check_type_id = t.id AND open.outcome IS NULL
    ORDER BY p.id, t.content->'beforePrint' DESC, t.name`)
  return (
    rows as unknown as (Omit<Pair, 'added_at' | 'last_at' | 'taken_in_at'> & Record<string, string | null>)[]
  ).map((row) => ({
    ...row,
    added_at: new Date(row.added_at as string),
    last_at: row.last_at ? new Date(row.last_at as string) : null,
    taken_in_at: new Date(row.taken_in_at as string),
    since_spools: Number(row.since_spools),
    since_hot: Number(row.since_hot),
  })) as Pair[]
}

interface Totals {
  takenInHours: number
  spools: number
  hotHours: number
}

async function totalsOf(db: Db, heads: PrinterHead[]): Promise<Map<string, Totals>> {
  const { rows } = await db.execute(sql`
    SELECT p.id, p.taken_in_hours, p.hot_hours, p.spools FROM printer p WHERE p.id IN ${heads.map(({ id }) => id)}`)
  return new Map(
    rows.map((row) => [
      row.id as string,
      { takenInHours: Number(row.taken_in_hours), spools: Number(row.spools), hotHours: Number(row.hot_hours) },
    ]),
  )
}

/** Totals on the turn clocks at take-in, now, when the rule began, and when the check was last done. */
function countedOf(head: PrinterHead, pair: Pair, total: Totals, now: Date) {
  const takenIn: OnTurnClocks = {
    hours: total.takenInHours,
    prints: 0,
    metres: 0,
    spools: 0,
    days: pair.taken_in_at.getTime() / dayMs,
    'hot hours': 0,
  }
  const at = pair.last_at ?? later(pair.added_at, pair.taken_in_at)
  const then: OnTurnClocks = {
    hours: pair.since?.hours ?? total.takenInHours,
    prints: pair.since?.prints ?? 0,
    metres: pair.since?.metres ?? 0,
    spools: pair.since_spools,
    days: at.getTime() / dayMs,
    'hot hours': pair.since_hot,
  }
  const counters = head.counters
  return {
    takenIn,
    began: pair.added_at <= pair.taken_in_at && !pair.last_at ? takenIn : then,
    last: pair.last_at ? then : null,
    now: { ...counters, spools: total.spools, days: now.getTime() / dayMs, 'hot hours': total.hotHours },
  }
}

function ratesOf({ perDay }: WhenReached): Partial<OnTurnClocks> {
  return {
    hours: perDay('hours') ?? 0,
    prints: perDay('prints') ?? 0,
    metres: perDay('metres') ?? 0,
    spools: (perDay('metres') ?? 0) / metresPerSpool,
    days: 1,
  }
}

/** Days from now, by the printer's own forecast. */
function daysUntil(when: WhenReached, due: NonNullable<CheckTurn['due']>, head: PrinterHead, now: Date): number | null {
  const { clock, left } = due
  if (left <= 0) return 0
  if (clock === 'days') return left
  if (clock === 'hot hours') return null
  const found = clock === 'spools' ? when.until('metres', left * metresPerSpool) : when.until(clock, left)
  if (!found) return null
  return Math.max(0, found.expected - (now.getTime() - Date.parse(head.countedAt)) / dayMs)
}

/** What last happened to each printer, and which checks it calls for. */
async function happeningsOf(db: Db, heads: PrinterHead[]) {
  const ids = heads.map(({ id }) => id)
  const upsets = await db.select().from(upset).where(eq(upset.dropped, false))
  const events = [...new Set(upsets.filter(({ redo }) => redo.length > 0).flatMap((u) => u.events))]
  // The part that is in a slot now is the last that was fitted there. What came with the printer is no change.
  const fitted = await db.execute(sql`
    SELECT f.printer_id, s.kind, max(f.fitted_at) AS at FROM fitting f JOIN slot s ON s.id = f.slot_id
    WHERE f.printer_id IN ${ids} AND f.removed_at IS NULL AND f.taken_back_seq IS NULL GROUP BY 1, 2`)
  const families = await materialFamilies(db)
  // Of changes of material only those to another family count, so that some of the newest are looked at.
  const told =
    events.length === 0
      ? { rows: [] }
      : await db.execute(sql`
    SELECT p.id AS printer_id, k.event AS kind, e.at, e.words FROM printer p
    CROSS JOIN unnest(${sql.param(events)}::text[]) AS k(event)
    JOIN LATERAL (SELECT at, words FROM printer_event e WHERE e.printer_id = p.id AND e.event = k.event AND e.taken_back_seq IS NULL
      ORDER BY e.at DESC LIMIT CASE WHEN k.event = ${materialChanged} THEN ${changesLookedAt}::int ELSE 1 END) e ON true
    WHERE p.id IN ${ids} ORDER BY e.at`)
  const happened = told.rows.filter((row) =>
    families.matters({ event: row.kind as string, words: row.words as string | null }),
  )
  const at = (rows: Record<string, unknown>[]) =>
    new Map(rows.map((row) => [`${row.printer_id as string} ${row.kind as string}`, new Date(row.at as string)]))
  const [parts, happenings] = [at(fitted.rows), at(happened)]
  return (printerId: string, checkTypeId: string, since: Date): CheckTurn['after'] => {
    let latest: { words: string; at: Date } | null = null
    for (const { changed, slotKinds, events: own, redo } of upsets) {
      if (!redo.includes(checkTypeId)) continue
      for (const moment of [
        ...slotKinds.map((kind) => parts.get(`${printerId} ${kind}`)),
        ...own.map((event) => happenings.get(`${printerId} ${event}`)),
      ])
        if (moment && moment > since && (!latest || moment > latest.at)) latest = { words: changed, at: moment }
    }
    return latest && { words: latest.words, at: latest.at.toISOString() }
  }
}
