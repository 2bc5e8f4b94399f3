import { partTypePayload, type PartTypePayload } from './addPartType.ts'
import { siteAction, type ActionHeader, type ActionShape } from './action.ts'

/** A line of the catalogue as it is from now on; lives, intervals and due dates follow. */
export interface ChangePartType extends ActionHeader<'change-part-type'>, PartTypePayload {}

export const changePartType: ActionShape = {
  schema: siteAction('change-part-type', partTypePayload),
  areas: ['parts', 'lives', 'plan', 'printers', 'logbook'],
  summary: 'Change a part type of the catalogue.',
}
