import { requireStaffHere } from '../pieces/staffHere.ts'
import type { MoveBox } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const moveBox: ActionKind<MoveBox> = {
  right: 'count stock',
  async whenSent(facts, { personId }) {
    if (personId) await requireStaffHere(facts, personId)
  },
  async apply(facts, { at, action }) {
    const { boxId, place, personId } = action
    const row = await facts.get('box', boxId, 'box')
    if (personId) await facts.get('person', personId, 'person')
    facts.put('box', { ...row, place, withPersonId: personId ?? null, movedAt: at })
  },
  words: ({ place, personId }, names) => `${place}${personId ? `, with ${names.person(personId)}` : ''}`,
}
