import type { WeighSpool } from '@diatribon/contract'
import { metresOf } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

/** The scale may be off by this much, and an empty spool by as much again. */
const slackGrams = 20

export const weighSpool: ActionKind<WeighSpool> = {
  right: 'weigh spools',
  needs: ({ spoolId }) => ({ spools: [spoolId] }),
  apply(facts, { at, action }) {
    const spool = facts.spool(action.spoolId)
    const grams = action.grossGrams - spool.tareGrams
    if (grams < -slackGrams || grams > spool.netGrams + slackGrams)
      throw new Refusal(
        409,
        'weight-cannot-be',
        `${action.grossGrams} g with a ${spool.tareGrams} g spool leaves ${Math.round(grams)} g of filament; ` +
          `${spool.name} holds from 0 to ${spool.netGrams} g. Is it the right spool, and is the scale at zero?`,
      )
    if (spool.weighedAt && spool.weighedAt > at) return // a later weighing stands
    const { diameterMm, densityGPerCm3 } = spool
    const leftMetres = metresOf({ grams: Math.max(0, grams), diameterMm, densityGPerCm3 })
    facts.put('spool', { ...spool, leftMetres, weighedAt: at })
  },
  words: ({ spoolId, grossGrams }, names) =>
    `${names.spool(spoolId)}: ${grossGrams.toLocaleString('en-GB')} g with its spool`,
}
