import { partTypePayload, type PartTypePayload } from './partTypePayload.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A line of the catalogue as it is from now on; lives, intervals and due dates follow. */
export interface ChangePartType extends ActionHeader<'change-part-type'>, PartTypePayload {
  /** The version that was seen; left out: last one wins. */
  version?: number
}

export const changePartType: ActionShape<ChangePartType> = {
  schema: siteAction<ChangePartType>('change-part-type', { ...partTypePayload, version: seenVersion }),
  summary: 'Change a part type of the catalogue.',
}
