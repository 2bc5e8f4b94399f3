import Joi from 'joi'
import { dayField, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Pieces were ordered: they are on their way until they are received, or the order is taken back. */
export interface PlaceOrder extends ActionHeader<'place-order'> {
  lines: { itemId: string; pieces: number }[]
  supplier?: string
  /** Day on which it should be here; else as many days as each item usually takes. */
  expectedOn?: string
  note?: string
}

export const placeOrder: ActionShape<PlaceOrder> = {
  schema: siteAction<PlaceOrder>('place-order', {
    lines: Joi.array()
      .items(
        Joi.object({
          itemId: uuid.required(),
          pieces: Joi.number().integer().min(1).max(1_000_000).required(),
        }),
      )
      .min(1)
      .max(200)
      .unique('itemId')
      .required(),
    supplier: words(120),
    expectedOn: dayField,
    note: words(2000),
  }),
  summary: 'Say that pieces were ordered, and when they should be here.',
}
