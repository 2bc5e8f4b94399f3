import { causeFields, type Cause } from '../../faults/knowledge.ts'
import { seenVersion, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A cause of the knowledge: added, changed, or dropped. */
export interface SetCause extends ActionHeader<'set-cause'>, Omit<Cause, 'id'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  causeId: string
}

export const setCause: ActionShape<SetCause> = {
  schema: siteAction<SetCause>('set-cause', { version: seenVersion, causeId: uuid.required(), ...causeFields }),
  summary: 'Add, change or drop a cause of the knowledge.',
}
