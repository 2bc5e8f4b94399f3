import type { LooksNode } from '../lives/learnLooks.ts'
import { InputProblem } from '../inputProblem.ts'
import { climb } from '../maths/climb.ts'

/** Defects that show before they fail, and what looks, mends and failures cost. */
export interface LooksModel {
  /** Defects that come up per unit of age. */
  defectRate: number
  /** Mean time from when a look would find a defect until it fails, in the same unit. */
  delayMean: number
  inspectionCost: number
  failureCost: number
  /** Cost of mending a defect that a look has found. */
  repairCost: number
}

export interface InspectionInterval {
  /** null: looking never pays. */
  interval: number | null
  /** Cost per unit of age at that interval; that of not looking when it is null. */
  costRate: number
  noInspectionCostRate: number
}

/**
 * How often to look for a defect that shows before it fails.
 *
 * Of the defects that come up between two looks T apart, b(T) = 1 − (μ/T)(1 − e^(−T/μ)) fail before the next; cost per unit of
 * age = [ci + λT(cf·b + cr·(1 − b))]/T. A look is taken to find every defect.
 * @throws InputProblem 'not-positive' when a figure is not above 0 (the costs of a look and a mend may be 0)
 * Source: Christer & Waller (1984), J. Opl Res. Soc. 35.
 */
export function inspectionInterval(model: LooksModel): InspectionInterval {
  checkModel(model)
  const { delayMean, defectRate, failureCost } = model
  const noInspectionCostRate = defectRate * failureCost
  const found = climb(
    (logT) => -inspectionCostRate(model, Math.exp(logT)),
    Math.log(delayMean) - 14,
    Math.log(delayMean) + 7,
    1e-9,
  )
  // Beyond a thousand delays hardly a look finds anything.
  if (-found.value >= noInspectionCostRate * (1 - 1e-6) || found.at > Math.log(delayMean) + 6.9)
    return { interval: null, costRate: noInspectionCostRate, noInspectionCostRate }
  return { interval: Math.exp(found.at), costRate: -found.value, noInspectionCostRate }
}

/** Cost per unit of age when looked at every `interval`. @param interval > 0 */
export function inspectionCostRate(model: LooksModel, interval: number): number {
  const { defectRate, inspectionCost, failureCost, repairCost } = model
  const missed = missedShare(model.delayMean, interval)
  return inspectionCost / interval + defectRate * (failureCost * missed + repairCost * (1 - missed))
}

type LooksMoney = Omit<LooksModel, 'defectRate' | 'delayMean'>

/** Cost per unit of age for one rate and delay. */
export const costOfLooks = ([defectRate, delayMean]: LooksNode, money: LooksMoney, interval: number): number =>
  inspectionCostRate({ ...money, defectRate, delayMean }, interval)

/**
 * How often to look where rate and delay are not known for sure: the interval of least mean cost over all that may be true.
 * @param nodes as learnLooks gives them, at least one
 * @param longest as learnLooks gives it: no farther apart than this; null: any distance
 * @returns null: looking does not pay
 */
export function bestLooks(nodes: readonly LooksNode[], money: LooksMoney, longest: number | null): number | null {
  const mean = (interval: number) => nodes.reduce((sum, node) => sum + node[2] * costOfLooks(node, money, interval), 0)
  const delays = nodes.map(([, delay]) => Math.log(delay))
  const [low, high] = [Math.min(...delays, Math.log(longest ?? Infinity)) - 5, Math.max(...delays) + 4]
  const found = climb((logT) => -mean(Math.exp(logT)), low, high, 1e-5)
  const without = nodes.reduce((sum, [rate, , weight]) => sum + weight * rate * money.failureCost, 0)
  if (-found.value >= without * (1 - 1e-4) || found.at > high - 0.05) return null
  const best = Math.min(Math.exp(found.at), longest ?? Infinity)
  return mean(best) < without ? best : null
}

/** Share of the defects that fail before a look finds them. */
export function missedShare(delayMean: number, interval: number): number {
  const x = interval / delayMean
  return x < 1e-5 ? x / 2 : 1 + Math.expm1(-x) / x
}

function checkModel({ defectRate, delayMean, inspectionCost, failureCost, repairCost }: LooksModel): void {
  const figures: [string, number, boolean][] = [
    ['The rate of defects', defectRate, false],
    ['The mean delay', delayMean, false],
    ['The cost of a failure', failureCost, false],
    ['The cost of a look', inspectionCost, true],
    ['The cost of a repair', repairCost, true],
  ]
  for (const [name, value, mayBeZero] of figures)
    if (!(Number.isFinite(value) && (mayBeZero ? value >= 0 : value > 0)))
      throw new InputProblem(
        'not-positive',
        `${name} is ${value}. It must be ${mayBeZero ? '0 or more' : 'more than 0'}.`,
      )
}
