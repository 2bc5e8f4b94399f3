import type { RecordEvent } from '@diatribon/contract'
import { eventsOf, putEvent, takeBackEvents } from '../pieces/events.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const recordEvent: ActionKind<RecordEvent> = {
  right: 'do checks',
  apply(facts, { seq, siteId, at, action }) {
    const { printerId, event, note = null } = action
    requireHere(facts.printer(printerId))
    putEvent(facts, { seq, siteId, printerId, at, event, words: note })
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw new Refusal(400, 'bad-input', 'What happened can only be taken back.')
    takeBackEvents(facts, await eventsOf(facts, original.seq), seq)
  },
  words: ({ event }) => event,
}
