import { siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'
import { partTypePayload, type PartTypePayload } from './partTypePayload.ts'

/** A line of the part catalogue. */
export interface AddPartType extends ActionHeader<'add-part-type'>, PartTypePayload {}

export const addPartType: ActionShape<AddPartType> = {
  schema: siteAction<AddPartType>('add-part-type', partTypePayload),
  summary: 'Add a part type to the catalogue.',
}
