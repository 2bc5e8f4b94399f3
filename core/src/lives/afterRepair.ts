import type { LifeNode } from './lifePosterior.ts'

/** A part that was mended where it sat, and what became of it. */
export interface MendedPart {
  /** Its age when it was mended, > 0. */
  age: number
  /** What it has run since, ≥ 0. */
  ranSince: number
  /** It has failed since, at that. */
  failedSince: boolean
}

export type LeftByRepair = 'as before' | 'better' | 'as new'

/** How much of its age a repair leaves; between both ends half: what is asked of whoever mends. */
export const keptAge: Readonly<Record<LeftByRepair, number>> = { 'as before': 1, better: 0.5, 'as new': 0 }

/** So many failures must have followed before anything is said. */
const fewestFailures = 2
const said = 0.8

export interface RepairLesson {
  /** How likely each is, by what followed; before, all three alike. */
  chances: Record<LeftByRepair, number>
  /** null: not known yet. */
  learned: LeftByRepair | null
  failures: number
}

/**
 * What repairs in place have left of the wear, as what followed tells: a part that keeps the share q of its age a is, after running r more, as
 * likely to have failed as one that has run from q·a to q·a + r. The three answers that people are asked for are weighed by that, over all lives
 * that may be the true one.
 * @param nodes as LifePosterior.nodes gives them
 * Source: virtual age: Kijima (1989), Journal of Applied Probability 26.
 */
export function afterRepair(nodes: readonly LifeNode[], parts: readonly MendedPart[]): RepairLesson {
  const kinds = Object.keys(keptAge) as LeftByRepair[]
  const weights = kinds.map((kind) =>
    nodes.reduce((sum, [shape, scale, weight]) => {
      const log = parts.reduce((all, part) => all + logChance({ shape, scale }, part, keptAge[kind]), 0)
      return sum + weight * Math.exp(log)
    }, 0),
  )
  const sum = weights.reduce((a, b) => a + b, 0)
  const chances = Object.fromEntries(
    kinds.map((kind, i) => [kind, sum > 0 ? (weights[i] ?? 0) / sum : 1 / kinds.length]),
  ) as Record<LeftByRepair, number>
  const failures = parts.filter(({ failedSince }) => failedSince).length
  const best = kinds.find((kind) => chances[kind] >= said) ?? null
  return { chances, learned: failures >= fewestFailures ? best : null, failures }
}

function logChance(
  { shape, scale }: { shape: number; scale: number },
  { age, ranSince, failedSince }: MendedPart,
  kept: number,
): number {
  const from = kept * age
  // What failed at once has run a quarter of an hour at least.
  const until = from + Math.max(ranSince, failedSince ? 0.25 : 0)
  const lived = (from / scale) ** shape - (until / scale) ** shape
  return lived + (failedSince ? Math.log(shape / scale) + (shape - 1) * Math.log(until / scale) : 0)
}
