import { given } from '@diatribon/core'
import { randomInt, randomUUID } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { easyPin } from '@diatribon/contract'
import { applyAll } from '../actions/door.ts'
import { transaction, type Database } from '../platform/database.ts'
import { StartProblem } from '../platform/migrate.ts'
import { person, signInBrake } from '../platform/tables.ts'
import { nameHashOf, setPin } from '../services/sessions.ts'

const digits = 8

/**
 * Makes somebody of the staff a lead who can sign in, with a new PIN; the book says so.
 * @param name that the person signs in with
 * @returns the new PIN. @throws StartProblem when nobody has that name
 */
export async function rescueLead({ pool, db }: Database, name: string, now: Date): Promise<string> {
  const [who] = await db
    .select()
    .from(person)
    .where(sql`lower(${person.name}) = lower(${name})`)
  if (!who) {
    const leads = await db.select({ name: person.name }).from(person).where(eq(person.role, 'lead'))
    throw new StartProblem(
      `Nobody signs in as ${name}. ${leads.length > 0 ? `Leads are: ${leads.map((one) => one.name).join(', ')}.` : 'There is no lead.'}`,
    )
  }
  const action = { key: randomUUID(), kind: 'rescue-lead' as const, at: now.toISOString(), personId: who.id }
  const { outcomes } = await transaction(pool, (client, tx) =>
    applyAll(client, tx, [{ action, siteId: who.siteId, personId: who.id, person: null, recordedAt: now }]),
  )
  const { result } = given(outcomes[0])
  if (!result.ok) throw new StartProblem(result.error.message)
  const pin = newPin()
  await setPin(db, who.id, pin)
  await db.delete(signInBrake).where(eq(signInBrake.nameHash, nameHashOf(who.name)))
  return pin
}

function newPin(): string {
  for (;;) {
    const pin = Array.from({ length: digits }, () => randomInt(10)).join('')
    if (easyPin(pin) === null) return pin
  }
}
