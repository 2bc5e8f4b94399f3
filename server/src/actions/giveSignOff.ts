import type { GiveSignOff } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { signOffId } from '../rules/signOffHolds.ts'
import { requireDay } from './makeDuty.ts'
import type { ActionKind } from './actionKind.ts'

export const giveSignOff: ActionKind<GiveSignOff> = {
  right: 'sign people off',
  needs: ({ modelId }) => ({ models: modelId ? [modelId] : [] }),
  async apply(facts, { siteId, action }) {
    const { personId, signOff, until, modelId = null } = action
    const person = await facts.get('person', personId, 'person')
    if (person.role === 'device') throw new Refusal(409, 'a-device', 'A device is signed off for nothing.')
    if (modelId) facts.model(modelId)
    if (until) requireDay('until', until)
    const id = signOffId(personId, signOff, modelId)
    await facts.look('signOff', id)
    facts.put('signOff', { id, siteId, personId, signOff, modelId, until, withdrawnSeq: null })
  },
  words: ({ personId, signOff, until }, names) =>
    `${names.person(personId)} for ${signOff}${until ? ` until ${until}` : ''}`,
}
