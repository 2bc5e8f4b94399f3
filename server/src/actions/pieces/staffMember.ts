import { and, eq, isNull } from 'drizzle-orm'
import { Refusal } from '../../platform/refusal.ts'
import { person } from '../../platform/tables.ts'
import type { Facts, PersonRow } from '../facts.ts'

export async function staffMember(facts: Facts, id: string): Promise<PersonRow> {
  const who = await facts.get('person', id, 'person', true)
  if (who.role === 'device' || who.role === 'visitor')
    throw new Refusal(409, 'not-staff', `${who.displayName} is no person of the staff.`)
  if (who.leftAt) throw new Refusal(409, 'has-left', `${who.displayName} has left the staff.`)
  return who
}

/** A workshop without a lead could not be set right again. */
export async function requireAnotherLead(facts: Facts, who: PersonRow): Promise<void> {
  if (who.role !== 'lead') return
  const found = await facts.db
    .select()
    .from(person)
    .where(and(eq(person.role, 'lead'), isNull(person.leftAt), isNull(person.lockedReason)))
    .for('update')
  const others = facts
    .loaded('person', found)
    .filter((one) => one.role === 'lead' && !one.leftAt && one.lockedReason === null && one.id !== who.id)
  if (others.length === 0)
    throw new Refusal(409, 'last-lead', `${who.displayName} is the only lead. Make somebody else lead first.`)
}
