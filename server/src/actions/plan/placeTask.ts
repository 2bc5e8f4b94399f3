import type { PlaceTask } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { requireDay } from '../pieces/requireDay.ts'

export const placeTask: ActionKind<PlaceTask> = {
  right: 'plan the work',
  async apply(facts, { siteId, personId, at, action }) {
    const { printerId, task, choice, day = null, forPersonId = null, reason = null } = action
    facts.printer(printerId)
    if (day !== null) requireDay('day', day)
    if (forPersonId !== null) await facts.get('person', forPersonId, 'person')
    await facts.look('taskChoice', task)
    facts.put('taskChoice', { id: task, siteId, printerId, choice, day, forPersonId, reason, personId, at })
  },
  words: ({ choice, day, reason }) =>
    choice === 'free'
      ? 'The plan decides again'
      : choice === 'pinned'
        ? `Pinned to ${day ?? ''}${reason ? `: ${reason}` : ''}`
        : `Left out until ${day ?? ''}: ${reason ?? ''}`,
}
