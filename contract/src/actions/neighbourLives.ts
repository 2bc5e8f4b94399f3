import Joi from 'joi'
import type { LifeRecord } from '@diatribon/core'
import { lifeRecordsSchema } from '../bench/lifeRecords.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from './action.ts'

/** Lives of a part type that another workshop has seen, as its file tells them. They count for nothing until weighed. */
export interface BringNeighbourLives extends ActionHeader<'bring-neighbour-lives'> {
  livesId: string
  partTypeId: string
  /** Whose they are and when they were had, in words. */
  source: string
  records: LifeRecord[]
}

export const bringNeighbourLives: ActionShape = {
  schema: siteAction('bring-neighbour-lives', {
    livesId: uuid.required(),
    partTypeId: uuid.required(),
    source: words(200).required(),
    records: lifeRecordsSchema(1, 2000).required(),
  }),
  areas: ['lives', 'logbook'],
  summary: 'Take in the lives of a part type that a neighbour has seen.',
}

/** How much a neighbour's lives count, or that they are taken out again. */
export interface WeighNeighbourLives extends ActionHeader<'weigh-neighbour-lives'> {
  livesId: string
  /** What one of their records counts against one of ours; 0: nothing. */
  weight: number
  dropped: boolean
}

export const weighNeighbourLives: ActionShape = {
  schema: siteAction('weigh-neighbour-lives', {
    livesId: uuid.required(),
    weight: Joi.number().min(0).max(1).required(),
    dropped: Joi.boolean().required(),
  }),
  areas: ['lives', 'plan', 'printers', 'logbook'],
  summary: "Say how much a neighbour's lives count, or take them out.",
}
