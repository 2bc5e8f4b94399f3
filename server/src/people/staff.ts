import { and, asc, desc, eq, isNull, ne } from 'drizzle-orm'
import type { PersonHere } from '@diatribon/contract'
import { isOnShift } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { credential, person, signOff, site, training } from '../platform/tables.ts'
import { localMoment, shiftsOf } from '../rules/shifts.ts'

/** The staff as everybody may see it: who may do what, who is here, who was trained in what. Those who left come last. */
export async function staff(db: Db, now: Date): Promise<PersonHere[]> {
  const [place] = await db.select({ timeZone: site.timeZone }).from(site).limit(1)
  const people = await db
    .select({ row: person, pin: credential.personId })
    .from(person)
    .leftJoin(credential, eq(credential.personId, person.id))
    .where(and(ne(person.role, 'device'), ne(person.role, 'visitor')))
    .orderBy(asc(person.displayName))
  const given = await db.select().from(signOff).where(isNull(signOff.withdrawnSeq)).orderBy(asc(signOff.signOff))
  const trained = await db.select().from(training).orderBy(desc(training.day))
  const names = new Map(people.map(({ row }) => [row.id, row.displayName]))
  const moment = localMoment(place?.timeZone ?? 'UTC', now)
  return people
    .map(({ row, pin }): PersonHere => ({
      id: row.id,
      displayName: row.displayName,
      role: row.role,
      lockedReason: row.lockedReason,
      left: row.leftAt !== null,
      shifts: row.shifts,
      onShift: row.leftAt === null && isOnShift(shiftsOf(row), moment),
      signsIn: pin !== null,
      signOffs: given
        .filter(({ personId }) => personId === row.id)
        .map(({ signOff: what, until, modelId }) => ({ signOff: what, until, modelId })),
      training: trained
        .filter(({ personId }) => personId === row.id)
        .map(({ id, topic, day, note, by }) => ({ id, topic, day, note, by: names.get(by) ?? 'unknown person' })),
    }))
    .sort((a, b) => Number(a.left) - Number(b.left))
}
