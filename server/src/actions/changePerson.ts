import { and, eq, isNull } from 'drizzle-orm'
import type { ChangePerson, LeavePerson, LockPerson } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { person } from '../platform/tables.ts'
import type { ActionKind } from './actionKind.ts'
import type { Facts, PersonRow } from './facts.ts'

export const changePerson: ActionKind<ChangePerson> = {
  right: 'keep the staff',
  async apply(facts, { personId: by, action }) {
    const { personId, displayName, role } = action
    const who = await staffMember(facts, personId)
    if (role !== 'lead') await requireAnotherLead(facts, who)
    facts.put('person', { ...who, displayName, role })
    if (role !== who.role && personId !== by) await facts.endSessions(personId)
  },
  words: ({ displayName, role }) => `${displayName} is ${role}`,
}

export const lockPerson: ActionKind<LockPerson> = {
  right: 'keep the staff',
  async apply(facts, { action }) {
    const { personId, locked, reason } = action
    const who = await staffMember(facts, personId)
    if (locked) await requireAnotherLead(facts, who)
    if (!locked && who.lockedReason === null)
      throw new Refusal(409, 'not-locked', `${who.displayName} is not locked out.`)
    facts.put('person', { ...who, lockedReason: locked ? reason : null })
    if (locked) await facts.endSessions(personId)
  },
  words: ({ personId, locked, reason }, names) =>
    `${names.person(personId)} ${locked ? 'is locked out' : 'may sign in again'}: ${reason}`,
}

export const leavePerson: ActionKind<LeavePerson> = {
  right: 'keep the staff',
  async apply(facts, { at, action }) {
    const who = await staffMember(facts, action.personId)
    await requireAnotherLead(facts, who)
    facts.put('person', { ...who, leftAt: at })
    await facts.endSessions(action.personId)
  },
  words: ({ personId }, names) => `${names.person(personId)} leaves; the name stays in the book`,
}

async function staffMember(facts: Facts, id: string): Promise<PersonRow> {
  const who = await facts.get('person', id, 'person', true)
  if (who.role === 'device' || who.role === 'visitor')
    throw new Refusal(409, 'not-staff', `${who.displayName} is no person of the staff.`)
  if (who.leftAt) throw new Refusal(409, 'has-left', `${who.displayName} has left the staff.`)
  return who
}

/** A workshop without a lead could not be set right again. */
async function requireAnotherLead(facts: Facts, who: PersonRow): Promise<void> {
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
