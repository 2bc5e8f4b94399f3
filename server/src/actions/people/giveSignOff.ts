import { eq } from 'drizzle-orm'
import { person } from '../../platform/tables.ts'
import { requireNotPast } from '../pieces/requireNotPast.ts'
import { requireStaffHere } from '../pieces/staffHere.ts'
import type { GiveSignOff } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { signOffId } from '../../rules/signOffHolds.ts'
import { requireDay } from '../pieces/requireDay.ts'
import type { ActionKind } from '../actionKind.ts'

export const giveSignOff: ActionKind<GiveSignOff> = {
  right: 'sign people off',
  needs: ({ modelId }) => ({ models: modelId ? [modelId] : [] }),
  async whenSent(facts, { personId, until, at }, by) {
    const who = await requireStaffHere(facts, personId)
    if (until) requireNotPast('until', until, at)
    if (who.id !== by.id) return
    const leads = await facts.db.select().from(person).where(eq(person.role, 'lead'))
    const other = leads.find(({ id, leftAt, lockedReason }) => id !== by.id && !leftAt && lockedReason === null)
    if (other)
      throw new Refusal(
        409,
        'own-sign-off',
        `You cannot sign yourself off while there is another lead: ask ${other.displayName}.`,
      )
  },
  async apply(facts, { siteId, action }) {
    const { personId, signOff, until, modelId = null } = action
    const who = await facts.get('person', personId, 'person')
    if (who.role === 'device') throw new Refusal(409, 'a-device', 'A device is signed off for nothing.')
    if (modelId) facts.model(modelId)
    if (until) requireDay('until', until)
    const id = signOffId(personId, signOff, modelId)
    await facts.look('signOff', id)
    facts.put('signOff', { id, siteId, personId, signOff, modelId, until, withdrawnSeq: null })
  },
  words: ({ personId, signOff, until }, names) =>
    `${names.person(personId)} for ${signOff}${until ? ` until ${until}` : ''}`,
}
