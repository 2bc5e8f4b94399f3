import { asc, eq } from 'drizzle-orm'
import { addDays, type Box } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { box, person } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'

/** The repair boxes: where they are, who has them, and when somebody should look into them. */
export async function boxes(db: Db, { now, timeZone }: { now: Date; timeZone: string }): Promise<Box[]> {
  const rows = await db
    .select({ row: box, withWhom: person.displayName })
    .from(box)
    .leftJoin(person, eq(person.id, box.withPersonId))
    .where(eq(box.retired, false))
    .orderBy(asc(box.name))
  const day = dayIn(timeZone)
  const today = day(now)
  return rows.map(({ row, withWhom }) => {
    const { siteId: _, withPersonId: __, movedAt, packedAt, checkedAt, ...shown } = row
    const checkDue = addDays(day(checkedAt ?? packedAt), row.checkEveryDays)
    return {
      ...shown,
      withWhom,
      movedAt: movedAt.toISOString(),
      checkedAt: checkedAt?.toISOString() ?? null,
      checkDue,
      isOverdue: checkDue < today,
    }
  })
}
