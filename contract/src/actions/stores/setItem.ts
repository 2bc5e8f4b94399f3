import Joi from 'joi'
import { itemContent, type ItemContent } from '../../stores/item.ts'
import { seenVersion, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Something is kept in the stores, or kept otherwise than before. */
export interface SetItem extends ActionHeader<'set-item'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  itemId: string
  content: ItemContent
  retired?: boolean
}

export const setItem: ActionShape<SetItem> = {
  schema: siteAction<SetItem>('set-item', {
    version: seenVersion,
    itemId: uuid.required(),
    content: itemContent.required(),
    retired: Joi.boolean(),
  }),
  summary: 'Keep something in the stores: its place, supplier and lead time.',
}
