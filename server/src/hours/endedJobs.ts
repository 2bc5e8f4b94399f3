import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { EndedJob } from '@diatribon/contract'
import { given } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { job, usage } from '../platform/tables.ts'

const mostShown = 20

/** The last jobs of a printer that have ended, newest first. */
export async function endedJobs(db: Db, printerId: string): Promise<EndedJob[]> {
  const rows = await db
    .select({ row: job, hours: usage.hours, metres: usage.metres })
    .from(job)
    .innerJoin(usage, and(eq(usage.seq, job.finishedSeq), isNull(usage.takenBackSeq)))
    .where(and(eq(job.printerId, printerId), isNotNull(job.finishedAt)))
    .orderBy(desc(job.finishedAt))
    .limit(mostShown)
  return rows.map(({ row, hours, metres }) => ({
    id: row.id,
    name: row.name,
    finishedAt: given(row.finishedAt).toISOString(),
    hours,
    metres,
    outcome: given(row.outcome),
  }))
}
