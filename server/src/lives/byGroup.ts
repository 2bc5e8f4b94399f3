import type { LifeOfGroup } from '@diatribon/contract'
import { comparePolicies, LifePosterior, tradePrior, type LifeRecord } from '@diatribon/core'
import type { PartLife } from './partLives.ts'
import type { Ran, Surroundings } from './surroundings.ts'

/**
 * What a record of another group counts against one of the own: sisters teach, but not as much. With few failures of its own a
 * group's curve is that of all, with many its own. Common practice, no source.
 */
const sisterWeight = 0.3

/** Parts that may last otherwise than the others. */
export interface LifeGroup {
  /** null: no model, but what went through them. */
  model: { id: string; name: string } | null
  name: string
  /** Whether the part at this place of the list belongs to it. */
  holds: (place: number) => boolean
}

/** A part type's life in each group, as far as the group's own failures carry it. */
export function byGroup(of: {
  records: readonly LifeRecord[]
  groups: readonly LifeGroup[]
  tradeInterval: number
  tradeWeight: number
  cost: { preventiveMinor: number; failureMinor: number } | null
}): LifeOfGroup[] {
  const { records, groups, tradeInterval, tradeWeight, cost: minor } = of
  const cost =
    minor && minor.failureMinor > minor.preventiveMinor
      ? { preventive: minor.preventiveMinor, failure: minor.failureMinor }
      : null
  return groups.map(({ model, name, holds }) => {
    const own = records.filter((_, i) => holds(i))
    const neighbours = records.filter((_, i) => !holds(i))
    const evidence = { records: own, neighbours, neighbourWeight: sisterWeight, tradeInterval, tradeWeight }
    const compared = cost ? comparePolicies({ ...evidence, cost }) : null
    const posterior =
      compared?.posterior ??
      new LifePosterior({ ...evidence, prior: tradePrior(tradeInterval, cost, tradeWeight), anchor: tradeInterval })
    return {
      model,
      name,
      parts: own.length,
      failures: posterior.failures,
      typical: posterior.ageOf(0.5),
      choices: compared && compared.policies.map(({ policy, interval }) => ({ policy, interval })),
      recommended: compared ? { policy: compared.recommended.policy, interval: compared.recommended.interval } : null,
    }
  })
}

/** Fewer parts than this are no group of what went through them. */
const fewestParts = 3
const mostMaterials = 3

/** Groups of a list of lives: each model, parts with mostly abrasive filament, and those with mostly one material. */
export function groupsOf(
  lives: readonly PartLife[],
  models: readonly { id: string; name: string }[],
  { counters, surroundings }: { counters: Map<string, Ran>; surroundings: Map<string, Surroundings> },
): LifeGroup[] {
  const abrasive = lives.map(({ fittingId }) => {
    const ran = counters.get(fittingId)
    return ran !== undefined && ran.metres > 0 && ran['abrasive metres'] / ran.metres > 0.5
  })
  const materials = lives.map(({ fittingId }) => mostOf(surroundings.get(fittingId)?.metresOf ?? {}))
  const ofFilament = [
    { name: 'mostly abrasive filament', holds: (i: number) => abrasive[i] === true },
    ...commonest(materials).map((name) => ({ name: `mostly ${name}`, holds: (i: number) => materials[i] === name })),
  ].filter(({ holds }) => {
    const within = lives.filter((_, i) => holds(i)).length
    return within >= fewestParts && lives.length - within >= fewestParts
  })
  return [
    ...(models.length < 2
      ? []
      : models.map((model) => ({ model, name: model.name, holds: (i: number) => lives[i]?.modelId === model.id }))),
    ...ofFilament.map((group) => ({ ...group, model: null })),
  ]
}

/** The material of more than half of the metres. */
function mostOf(metresOf: Record<string, number>): string | null {
  const all = Object.values(metresOf).reduce((sum, metres) => sum + metres, 0)
  return Object.entries(metresOf).find(([, metres]) => metres > all / 2)?.[0] ?? null
}

function commonest(materials: readonly (string | null)[]): string[] {
  const counts = new Map<string, number>()
  for (const name of materials) if (name !== null) counts.set(name, (counts.get(name) ?? 0) + 1)
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, mostMaterials)
    .map(([name]) => name)
}
