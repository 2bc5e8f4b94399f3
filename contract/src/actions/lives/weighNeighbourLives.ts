import Joi from 'joi'
import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** How much a neighbour's lives count, or that they are taken out again. */
export interface WeighNeighbourLives extends ActionHeader<'weigh-neighbour-lives'> {
  livesId: string
  /** What one of their records counts against one of ours; 0: nothing. */
  weight: number
  dropped: boolean
}

export const weighNeighbourLives: ActionShape<WeighNeighbourLives> = {
  schema: siteAction<WeighNeighbourLives>('weigh-neighbour-lives', {
    livesId: uuid.required(),
    weight: Joi.number().min(0).max(1).required(),
    dropped: Joi.boolean().required(),
  }),
  summary: "Say how much a neighbour's lives count, or take them out.",
}
