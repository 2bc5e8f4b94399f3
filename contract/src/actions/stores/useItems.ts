import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Pieces are taken for something that no swap, repair or upgrade tells of. */
export interface UseItems extends ActionHeader<'use-items'> {
  itemId: string
  pieces: number
  what: string
}

export const useItems: ActionShape<UseItems> = {
  schema: siteAction<UseItems>('use-items', {
    itemId: uuid.required(),
    pieces: Joi.number().integer().min(1).max(1_000_000).required(),
    what: words(500).required(),
  }),
  summary: 'Take pieces off the shelf for something else.',
}
