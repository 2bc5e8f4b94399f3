import { desc, eq } from 'drizzle-orm'
import type { Loan } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { loan, person } from '../platform/tables.ts'

const mostShown = 20

/** To whom a printer was lent, newest first. */
export async function loansOf(db: Db, printerId: string): Promise<Loan[]> {
  const rows = await db
    .select({ row: loan, who: person.displayName })
    .from(loan)
    .innerJoin(person, eq(person.id, loan.personId))
    .where(eq(loan.printerId, printerId))
    .orderBy(desc(loan.at))
    .limit(mostShown)
  return rows.map(({ row, who }) => ({
    to: row.to,
    untilDay: row.untilDay,
    condition: row.condition,
    photos: row.photos,
    at: row.at.toISOString(),
    who,
    back: row.backAt
      ? { at: row.backAt.toISOString(), condition: row.backCondition ?? '', photos: row.backPhotos }
      : null,
  }))
}
