import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody has counted what lies there: that holds, whatever the book had reckoned. */
export interface CountItems extends ActionHeader<'count-items'> {
  lines: { itemId: string; pieces: number }[]
  note?: string
}

export const countItems: ActionShape<CountItems> = {
  schema: siteAction<CountItems>('count-items', {
    lines: Joi.array()
      .items(
        Joi.object({
          itemId: uuid.required(),
          pieces: Joi.number().integer().min(0).max(1_000_000).required(),
        }),
      )
      .min(1)
      .max(500)
      .unique('itemId')
      .required(),
    note: words(2000),
  }),
  summary: 'Say what was counted on the shelf.',
}
