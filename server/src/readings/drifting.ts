import { and, eq, isNull, sql } from 'drizzle-orm'
import type { DriftingPage, DriftingReading, Freshness } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { keptFigure, printer } from '../platform/tables.ts'
import type { KeptDrift } from './driftFigure.ts'

/** What would cross its limit after that time is nothing to plan by yet. */
const planningDays = 56
/** Of a printer of which nothing is known yet. From memory. */
const usualHoursPerDay = 8

/** Readings that drift on any printer, by how soon they would cross their limit. */
export async function drifting(db: Db, fresh: Freshness): Promise<DriftingPage> {
  const line = db
    .select({
      about: keptFigure.about,
      hoursPerDay: sql<number | null>`(${keptFigure.result}->>'hoursPerDay')::float8`.as('hours_per_day'),
    })
    .from(keptFigure)
    .where(eq(keptFigure.figure, 'due'))
    .as('line')
  const rows = await db
    .select({
      id: printer.id,
      name: printer.name,
      rack: printer.rack,
      place: printer.place,
      holdReason: printer.holdReason,
      found: keptFigure.result,
      hoursPerDay: line.hoursPerDay,
    })
    .from(keptFigure)
    .innerJoin(printer, and(eq(printer.id, keptFigure.about), isNull(printer.retiredReason)))
    .leftJoin(line, eq(line.about, printer.id))
    .where(and(eq(keptFigure.figure, 'drift'), sql`${keptFigure.result} <> '[]'::jsonb`))
  const readings = rows
    .flatMap(({ id, name, rack, place, holdReason, found, hoursPerDay }) =>
      (found as KeptDrift).flatMap((reading): DriftingReading[] =>
        isSoon(reading, hoursPerDay)
          ? [{ printer: { id, name, place: `${rack}${place}`, onHold: holdReason !== null }, ...reading }]
          : [],
      ),
    )
    .sort(
      (a, b) => nearness(a) - nearness(b) || a.printer.place.localeCompare(b.printer.place, 'en', { numeric: true }),
    )
  return { readings, fresh }
}

/** Beyond first, then by hours to the limit, then what only moves away from its baseline. */
function nearness({ crossing }: DriftingReading): number {
  return crossing.kind === 'beyond' ? -1 : crossing.kind === 'crosses' ? crossing.inHours : Infinity
}

const isSoon = ({ crossing }: KeptDrift[number], hoursPerDay: number | null) =>
  crossing.kind !== 'crosses' || crossing.inHours <= planningDays * (hoursPerDay ?? usualHoursPerDay)
