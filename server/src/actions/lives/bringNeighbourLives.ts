import type { BringNeighbourLives } from '@diatribon/contract'
import { InputProblem, readLifeRecords } from '@diatribon/core'
import { Refusal, refusalOf } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const bringNeighbourLives: ActionKind<BringNeighbourLives> = {
  right: 'adopt policies',
  needs: ({ partTypeId }) => ({ partTypes: [partTypeId] }),
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { livesId, partTypeId, source, records } = action
    facts.partType(partTypeId)
    try {
      readLifeRecords(records)
    } catch (error) {
      if (error instanceof InputProblem) throw refusalOf(error, 400)
      throw error
    }
    if (await facts.look('neighbourLives', livesId))
      throw new Refusal(409, 'already-here', 'These lives were brought in already.')
    facts.put('neighbourLives', {
      id: livesId,
      siteId,
      partTypeId,
      source,
      records,
      weight: 0,
      personId,
      at,
      seq,
      droppedSeq: null,
    })
  },
  words: ({ partTypeId, source, records }, names) =>
    `${names.partType(partTypeId)}: ${records.length} lives of ${source}; they count for nothing until they are weighed`,
}
