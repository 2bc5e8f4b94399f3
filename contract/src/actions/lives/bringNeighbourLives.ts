import type { LifeRecord } from '@diatribon/core'
import { lifeRecordsSchema } from '../../bench/lifeRecords.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Lives of a part type that another workshop has seen, as its file tells them. They count for nothing until weighed. */
export interface BringNeighbourLives extends ActionHeader<'bring-neighbour-lives'> {
  livesId: string
  partTypeId: string
  /** Whose they are and when they were had, in words. */
  source: string
  records: LifeRecord[]
}

export const bringNeighbourLives: ActionShape<BringNeighbourLives> = {
  schema: siteAction<BringNeighbourLives>('bring-neighbour-lives', {
    livesId: uuid.required(),
    partTypeId: uuid.required(),
    source: words(200).required(),
    records: lifeRecordsSchema(1, 2000).required(),
  }),
  summary: 'Take in the lives of a part type that a neighbour has seen.',
}
