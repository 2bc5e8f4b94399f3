import type { AddSpool } from '@diatribon/contract'
import { metresOf } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const addSpool: ActionKind<AddSpool> = {
  right: 'keep the stores',
  needs: ({ spoolId }) => ({ spools: [spoolId] }),
  async apply(facts, { siteId, action }) {
    const { spoolId, name, material, abrasive, diameterMm, densityGPerCm3, netGrams, tareGrams } = action
    if (facts.find('spool', spoolId)) throw new Refusal(409, 'already-here', 'There is already a spool with this id.')
    if (await facts.nameIsTaken('spool', name))
      throw new Refusal(409, 'name-taken', `There is already a spool called ${name}.`)
    facts.put('spool', {
      id: spoolId,
      siteId,
      name,
      material,
      abrasive,
      diameterMm,
      densityGPerCm3,
      netGrams,
      tareGrams,
      leftMetres: metresOf({ grams: netGrams, diameterMm, densityGPerCm3 }),
      weighedAt: null,
      finishedAt: null,
    })
  },
  words: ({ name, material, netGrams }) => `${name}: ${material}, ${netGrams.toLocaleString('en-GB')} g`,
}
