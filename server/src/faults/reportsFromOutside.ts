import { hourMs } from '@diatribon/core'
import { and, eq, gte, isNull, sql } from 'drizzle-orm'
import type { ReportsFromOutside } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { fault, person, reportBrake } from '../platform/tables.ts'
import { refusedStops } from './reportBrake.ts'

/** From so many printers stopped by label in an hour on, the staff is told that somebody may be playing. Common practice, no source. */
const tellFrom = 3

/** Stops by people without an account in the last hour, when they are many; null: nothing out of the ordinary. */
export async function reportsFromOutside(db: Db, now: Date): Promise<ReportsFromOutside | null> {
  const since = new Date(now.getTime() - hourMs)
  const [found] = await db
    .select({ printers: sql<number>`count(DISTINCT ${fault.printerId})::int` })
    .from(fault)
    .innerJoin(person, and(eq(person.id, fault.reportedBy), eq(person.role, 'visitor')))
    .where(and(isNull(fault.closedSeq), eq(fault.mayGoOn, false), gte(fault.reportedAt, since)))
  const [turnedAway] = await db
    .select({ count: reportBrake.count })
    .from(reportBrake)
    .where(and(eq(reportBrake.id, refusedStops), gte(reportBrake.since, since)))
  const [printers, refused] = [found?.printers ?? 0, turnedAway?.count ?? 0]
  return printers >= tellFrom || refused > 0 ? { printers, refused } : null
}
