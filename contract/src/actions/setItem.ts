import Joi from 'joi'
import { itemContent, type ItemContent } from '../stores/item.ts'
import { siteAction, uuid, type ActionHeader, type ActionShape } from './action.ts'

/** Something is kept in the stores, or kept otherwise than before. */
export interface SetItem extends ActionHeader<'set-item'> {
  itemId: string
  content: ItemContent
  retired?: boolean
}

export const setItem: ActionShape = {
  schema: siteAction('set-item', { itemId: uuid.required(), content: itemContent.required(), retired: Joi.boolean() }),
  areas: ['stores', 'plan', 'logbook'],
  summary: 'Keep something in the stores: its place, supplier and lead time.',
}
