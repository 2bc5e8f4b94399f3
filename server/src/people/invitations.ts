import { dayMs } from '@diatribon/core'
import { createHash, randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { easyPin } from '@diatribon/contract'
import type { Database, Db } from '../platform/database.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import { invitation, person } from '../platform/tables.ts'
import { isStaff } from '../rules/mayDo.ts'
import { changeCredential } from '../services/sessions.ts'

const openDays = 7
const hashOf = (code: string) => createHash('sha256').update(code).digest('hex')

/** A code with which somebody chooses a PIN, or a new one when it is forgotten. An older code no longer holds. */
export async function invite(db: Db, personId: string, now: Date): Promise<{ code: string; until: string }> {
  const [who] = await db.select().from(person).where(eq(person.id, personId))
  if (!who || !isStaff(who))
    throw new Refusal(404, 'not-there', 'There is nobody of the staff with this id who could be invited.')
  const code = randomBytes(15).toString('base64url')
  const expiresAt = new Date(now.getTime() + openDays * dayMs)
  await db
    .insert(invitation)
    .values({ personId, codeHash: hashOf(code), expiresAt })
    .onConflictDoUpdate({ target: invitation.personId, set: { codeHash: hashOf(code), expiresAt } })
  return { code, until: expiresAt.toISOString() }
}

/**
 * The code is used up, the PIN is set, and whatever sessions there were end.
 * @returns the name to sign in with. @throws Refusal for a code that does not hold, or a PIN that is guessed at once
 */
export async function join(
  { db, pool }: Database,
  { code, pin, now }: { code: string; pin: string; now: Date },
): Promise<string> {
  const [open] = await db
    .select()
    .from(invitation)
    .where(eq(invitation.codeHash, hashOf(code)))
  const [who] = open ? await db.select().from(person).where(eq(person.id, open.personId)) : []
  const easy = easyPin(pin, who ? [who.name, who.displayName] : [])
  if (easy) throw badInput('pin', easy)
  const [used] = await db
    .delete(invitation)
    .where(eq(invitation.codeHash, hashOf(code)))
    .returning()
  if (!used || used.expiresAt < now || !who || !isStaff(who))
    throw new Refusal(
      404,
      'not-there',
      'This invitation does not hold: it was used, is too old, or a newer one was made. Ask a lead for another.',
    )
  await changeCredential(pool, who.id, pin)
  return who.name
}
