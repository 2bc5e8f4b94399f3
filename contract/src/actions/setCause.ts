import { causeFields, type Cause } from '../faults/knowledge.ts'
import { siteAction, uuid, type ActionHeader, type ActionShape } from './action.ts'

/** A cause of the knowledge: added, changed, or dropped. */
export interface SetCause extends ActionHeader<'set-cause'>, Omit<Cause, 'id'> {
  causeId: string
}

export const setCause: ActionShape = {
  schema: siteAction('set-cause', { causeId: uuid.required(), ...causeFields }),
  areas: ['faults', 'logbook'],
  summary: 'Add, change or drop a cause of the knowledge.',
}
