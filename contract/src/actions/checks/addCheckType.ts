import { checkContentSchema, type CheckContent } from '../../checks/checkType.ts'
import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A new check enters the book, as its first version. */
export interface AddCheckType extends ActionHeader<'add-check-type'> {
  checkTypeId: string
  content: CheckContent
}

export const addCheckType: ActionShape<AddCheckType> = {
  schema: siteAction<AddCheckType>('add-check-type', {
    checkTypeId: uuid.required(),
    content: checkContentSchema.required(),
  }),
  summary: 'Add a check: its steps, turns and who may do it.',
}
