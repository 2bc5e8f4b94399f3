import { eq } from 'drizzle-orm'
import { session } from '../../platform/tables.ts'
import type { Facts } from '../facts.ts'

/**
 * Whoever may no longer come in, or as somebody else, signs in again. Sessions are no facts: playing the book again ends
 * none. The last thing that an action does.
 */
export async function endSessions(facts: Facts, personId: string): Promise<void> {
  await facts.db.delete(session).where(eq(session.personId, personId))
}
