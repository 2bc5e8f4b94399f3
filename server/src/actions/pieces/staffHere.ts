import { Refusal } from '../../platform/refusal.ts'
import type { Facts, PersonRow } from '../facts.ts'

/** Somebody who works here now, as it is sent. @throws Refusal 409 when the person has left */
export async function requireStaffHere(facts: Facts, personId: string): Promise<PersonRow> {
  const who = await facts.get('person', personId, 'person')
  if (who.leftAt)
    throw new Refusal(409, 'has-left', `${who.displayName} has left the staff: this is for somebody who is here.`)
  return who
}
