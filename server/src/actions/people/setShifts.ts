import { mayDo, type SetShifts } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireDay } from '../pieces/requireDay.ts'

export const setShifts: ActionKind<SetShifts> = {
  right: 'set own shifts',
  async apply(facts, { personId: by, action }) {
    const { personId, weekly, days } = action
    const who = await facts.get('person', personId, 'person')
    const writer = await facts.get('person', by, 'person')
    if (by !== personId && !mayDo(writer.role, 'keep the staff'))
      throw new Refusal(403, 'no-right', 'You may set your own shifts; those of others are for a lead.')
    for (const [i, { day }] of days.entries()) requireDay(`days.${i}.day`, day)
    facts.put('person', { ...who, shifts: { weekly, days } })
  },
  words: ({ personId, weekly, days }, names) =>
    `${names.person(personId)}: ${weekly.length} a week${days.length > 0 ? `, ${days.length} single days` : ''}`,
}
