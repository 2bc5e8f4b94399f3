import type { WeighNeighbourLives } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const weighNeighbourLives: ActionKind<WeighNeighbourLives> = {
  right: 'adopt policies',
  async apply(facts, { seq, action }) {
    const { livesId, weight, dropped } = action
    const lives = await facts.get('neighbourLives', livesId, "neighbour's lives", true)
    if (lives.droppedSeq !== null)
      throw new Refusal(409, 'is-out', 'These lives were taken out. Bring their file in again.')
    facts.put('neighbourLives', { ...lives, weight, droppedSeq: dropped ? seq : null })
  },
  words: ({ weight, dropped }) =>
    dropped
      ? "A neighbour's lives are taken out"
      : `A neighbour's lives count ${Math.round(100 * weight)} % of our own`,
}
