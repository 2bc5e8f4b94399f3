import { and, desc, eq, gte, isNull } from 'drizzle-orm'
import type { Notice } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { notice, person } from '../platform/tables.ts'

/** Notices that hold on a day, newest first. */
export async function noticesOn(db: Db, today: string): Promise<Notice[]> {
  const rows = await db
    .select({ row: notice, who: person.displayName })
    .from(notice)
    .innerJoin(person, eq(person.id, notice.personId))
    .where(and(isNull(notice.takenDownSeq), gte(notice.until, today)))
    .orderBy(desc(notice.at))
  return rows.map(({ row: { id, text, until, at }, who }) => ({ id, text, until, at: at.toISOString(), who }))
}
