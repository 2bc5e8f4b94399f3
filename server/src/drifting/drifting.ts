import { and, eq, isNull, sql } from 'drizzle-orm'
import { addDays, type DriftingReading } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { keptFigure, printer } from '../platform/tables.ts'
import { outOfUse } from '../rules/outOfUse.ts'
import { spotOf } from '../rules/spot.ts'
import type { KeptDrift } from '../readings/driftFigure.ts'

/** What would cross its limit after that time is nothing to plan by yet. */
const planningDays = 56
/** Of a printer of which nothing is known yet. From memory. */
const usualHoursPerDay = 8

/** Readings that drift on any printer, by how soon they would cross their limit. @param today day of the workshop */
export async function drifting(db: Db, today: string): Promise<DriftingReading[]> {
  const line = db
    .select({
      about: keptFigure.about,
      hoursPerDay: sql<number | null>`(${keptFigure.result}->>'hoursPerDay')::float8`.as('hours_per_day'),
    })
    .from(keptFigure)
    .where(eq(keptFigure.figure, 'due'))
    .as('line')
  const out = await outOfUse(db)
  const rows = await db
    .select({
      printer,
      found: keptFigure.result,
      hoursPerDay: line.hoursPerDay,
    })
    .from(keptFigure)
    .innerJoin(printer, and(eq(printer.id, keptFigure.about), isNull(printer.retiredReason)))
    .leftJoin(line, eq(line.about, printer.id))
    .where(and(eq(keptFigure.figure, 'drift'), sql`${keptFigure.result} <> '[]'::jsonb`))
  return rows
    .flatMap(({ printer: row, found, hoursPerDay }) =>
      (found as KeptDrift).flatMap((reading): DriftingReading[] =>
        isSoon(reading, hoursPerDay)
          ? [
              {
                printer: spotOf(row, out.get(row.id)),
                ...reading,
                due: dueOf(reading, { hours: row.hours, hoursPerDay, today }),
              },
            ]
          : [],
      ),
    )
    .sort(
      (a, b) => nearness(a) - nearness(b) || a.printer.place.localeCompare(b.printer.place, 'en', { numeric: true }),
    )
}

/** When it would reach its limit, from where the printer's hours are now. */
function dueOf(
  { crossing, last }: KeptDrift[number],
  { hours, hoursPerDay, today }: { hours: number; hoursPerDay: number | null; today: string },
): DriftingReading['due'] {
  if (crossing.kind === 'beyond') return { day: today, range: [today, today] }
  if (crossing.kind !== 'crosses' || !hoursPerDay) return null
  const dayAt = (inHours: number) =>
    addDays(today, Math.floor(Math.max(0, inHours - (hours - last.hours)) / hoursPerDay))
  return {
    day: dayAt(crossing.inHours),
    range: [dayAt(crossing.earliest), crossing.latest === null ? null : dayAt(crossing.latest)],
  }
}

/** Beyond first, then by hours to the limit, then what only moves away from its baseline. */
function nearness({ crossing }: DriftingReading): number {
  return crossing.kind === 'beyond' ? -1 : crossing.kind === 'crosses' ? crossing.inHours : Infinity
}

const isSoon = ({ crossing }: KeptDrift[number], hoursPerDay: number | null) =>
  crossing.kind !== 'crosses' || crossing.inHours <= planningDays * (hoursPerDay ?? usualHoursPerDay)
