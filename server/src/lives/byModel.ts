import type { LifeOfModel } from '@diatribon/contract'
import { comparePolicies, LifePosterior, tradePrior, type LifeRecord } from '@diatribon/core'
import type { PartLife } from './partLives.ts'

/**
 * What a record of another model counts against one of the own: sisters teach, but not as much. With few failures of its own a
 * model's curve is that of all, with many its own. Common practice, no source.
 */
const sisterWeight = 0.3

/** A part type's life on each model, as far as the model's own failures carry it. */
export function byModel(of: {
  lives: readonly PartLife[]
  records: readonly LifeRecord[]
  models: readonly { id: string; name: string }[]
  tradeInterval: number
  tradeWeight: number
  cost: { preventiveMinor: number; failureMinor: number } | null
}): LifeOfModel[] {
  const { lives, records, models, tradeInterval, tradeWeight, cost: minor } = of
  if (models.length < 2) return []
  const cost =
    minor && minor.failureMinor > minor.preventiveMinor
      ? { preventive: minor.preventiveMinor, failure: minor.failureMinor }
      : null
  return models.map(({ id, name }) => {
    const own = records.filter((_, i) => lives[i]?.modelId === id)
    const neighbours = records.filter((_, i) => lives[i]?.modelId !== id)
    const evidence = { records: own, neighbours, neighbourWeight: sisterWeight, tradeInterval, tradeWeight }
    const compared = cost ? comparePolicies({ ...evidence, cost }) : null
    const posterior =
      compared?.posterior ??
      new LifePosterior({ ...evidence, prior: tradePrior(tradeInterval, cost, tradeWeight), anchor: tradeInterval })
    return {
      model: { id, name },
      parts: own.length,
      failures: posterior.failures,
      typical: posterior.ageOf(0.5),
      choices: compared && compared.policies.map(({ policy, interval }) => ({ policy, interval })),
      recommended: compared ? { policy: compared.recommended.policy, interval: compared.recommended.interval } : null,
    }
  })
}
