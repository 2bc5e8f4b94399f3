import type { LooksHere, LooksOfGroup } from '@diatribon/contract'
import { bestLooks, costOfLooks, doubted, given, missedShare, type LearnedLooks, type LooksNode } from '@diatribon/core'

/** Money of one part that is looked at, in minor units. */
export interface LooksMoney {
  inspectionCost: number
  failureCost: number
  repairCost: number
}

/** How sure it must be that another interval is the cheaper one before it is called so. */
const sureEnough = 0.8
/** A saving below this share is not worth a change. */
const worthHaving = 0.03

/** What looks at a part type have taught, in words. */
export function looksWords({ defectRate, delayMean, limits }: LearnedLooks, unit: string): string {
  const figure = (x: number) => `${Number(x.toPrecision(2)).toLocaleString('en-GB')} ${unit}`
  const every = `A defect that a look finds comes up every ${figure(1 / defectRate)} of one part.`
  const [low, high] = limits.delayMean
  if (delayMean === null)
    return `${every} How long it then takes to fail is not known: ${
      low === null ? 'no look has found a defect in time' : `longer than ${figure(low)}`
    }.`
  const range = `${low === null ? 'not bounded' : figure(low)} to ${high === null ? 'not bounded' : figure(high)}`
  return `${every} It then takes ${figure(delayMean)} to fail (${range}).`
}

/**
 * How often to look at the parts of one group, and what the turn of today costs beside it.
 * @param now how far looks lie apart by the check's turn; null: it has none on this clock
 */
export function looksOfGroup(
  { nodes, longest }: Pick<LearnedLooks, 'nodes' | 'longest'>,
  money: LooksMoney,
  { group, now, unit }: { group: LooksOfGroup['group']; now: number | null; unit: string },
): LooksOfGroup {
  const interval = bestLooks(nodes, money, longest)
  const costAt = (every: number | null) => {
    const values = Float64Array.from(nodes, (node) => costWith(node, money, every))
    return doubted(
      values,
      Float64Array.from(nodes, ([, , weight]) => weight),
    )
  }
  const better =
    now === null
      ? 0
      : nodes.reduce(
          (sum, node) => sum + (costWith(node, money, interval) < costWith(node, money, now) ? node[2] : 0),
          0,
        )
  const [cost, costNow] = [costAt(interval), now === null ? null : costAt(now)]
  return {
    group,
    interval,
    cost,
    now,
    costNow,
    words: groupWords(
      { interval, now, better, saves: costNow ? 1 - cost.mean / costNow.mean : 0, nodes, longest },
      unit,
    ),
  }
}

const costWith = (node: LooksNode, money: LooksMoney, every: number | null) =>
  every === null ? node[0] * money.failureCost : costOfLooks(node, money, every)

function groupWords(
  of: { interval: number | null; now: number | null; better: number; saves: number } & Pick<
    LearnedLooks,
    'nodes' | 'longest'
  >,
  unit: string,
): string {
  const { interval, now, better, saves, nodes, longest } = of
  const figure = (x: number) => `${Number(x.toPrecision(2)).toLocaleString('en-GB')} ${unit}`
  if (interval === null)
    return longest === null
      ? 'Looking costs more than it saves here.'
      : `Not known: no defect has been seen to fail between two looks yet, and looks less than ${figure(longest)} apart cost more than they save.`
  const found = nodes.reduce((sum, [, delay, weight]) => sum + weight * (1 - missedShare(delay, interval)), 0)
  const best = `every ${figure(interval)}, when ${Math.round(100 * found)} of 100 defects are found in time`
  const cautious =
    longest !== null && interval >= longest
      ? ' No farther, until a defect has been seen to fail between two looks.'
      : ''
  if (now === null) return `Costs least: ${best}.${cautious}`
  if (better < sureEnough || saves < worthHaving)
    return `Every ${figure(now)} stands: nothing is clearly cheaper (least by what is known: every ${figure(interval)}).`
  return `${interval > now ? 'May grow' : 'Should shrink'} from ${figure(now)} to ${best}: that costs ${Math.round(100 * saves)} % less, with a chance of ${Math.round(100 * better)} %.${cautious}`
}

/** All that looks have taught: of every printer together and of each model by itself, with the checks that look. */
export function looksPriced(of: {
  learned: LearnedLooks
  byModel: readonly { model: { id: string; name: string }; learned: LearnedLooks }[]
  money: LooksMoney | null
  checks: LooksHere['checks']
  unit: string
}): LooksHere {
  const { learned, byModel, money, checks, unit } = of
  const turnFor = (modelId: string | null) => {
    const turns = checks.flatMap(({ every, content: { models } }) =>
      every !== null && (modelId === null || models.length === 0 || models.includes(modelId)) ? [every] : [],
    )
    return turns.length > 0 ? Math.min(...turns) : null
  }
  const groups = money
    ? [
        looksOfGroup(learned, money, { group: null, now: turnFor(null), unit }),
        ...byModel.map(({ model, learned: own }) =>
          looksOfGroup(own, money, { group: model, now: turnFor(model.id), unit }),
        ),
      ]
    : []
  return {
    words: looksWords(learned, unit),
    groups,
    checks,
    interval: groups.length > 0 ? given(groups[0]).interval : null,
  }
}
