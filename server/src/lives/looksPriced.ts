import type { LearnedLooksHere } from '@diatribon/contract'
import { inspectionInterval, missedShare, type LearnedLooks } from '@diatribon/core'

/** What checks are taken to cost where nobody has said: the minutes of one look at one part. */
const minutesOfLook = 3

/**
 * What looks at a part type have taught, and how often to look by it.
 * @param cost what a mend in time and a failure cost, minor units; null: no price yet
 */
export function looksPriced(
  learned: LearnedLooks,
  cost: { preventiveMinor: number; failureMinor: number } | null,
  { labourMinorPerHour, unit }: { labourMinorPerHour: number; unit: string },
): LearnedLooksHere {
  const { defectRate, delayMean } = learned
  const inspectionCost = (minutesOfLook / 60) * labourMinorPerHour
  const at = (rate: number | null, delay: number | null) =>
    cost && rate !== null && delay !== null
      ? inspectionInterval({
          defectRate: rate,
          delayMean: delay,
          inspectionCost,
          failureCost: cost.failureMinor,
          repairCost: cost.preventiveMinor,
        })
      : null
  const best = at(defectRate, delayMean)
  // Few defects that show for long are the cheap end, many that fail at once the dear one.
  const [cheap, dear] = [
    at(learned.limits.defectRate[0], learned.limits.delayMean[1]),
    at(learned.limits.defectRate[1], learned.limits.delayMean[0]),
  ]
  return {
    ...learned,
    interval: best?.interval ?? null,
    costRate: best?.costRate ?? null,
    noLooksCostRate: best?.noInspectionCostRate ?? null,
    costLimits: cheap && dear ? [cheap.costRate, dear.costRate] : null,
    failureRate:
      best && delayMean !== null
        ? defectRate * (best.interval === null ? 1 : missedShare(delayMean, best.interval))
        : null,
    words: wordsOf(learned, best?.interval ?? null, unit),
  }
}

function wordsOf(
  { defectRate, delayMean, limits }: Pick<LearnedLooksHere, 'defectRate' | 'delayMean' | 'limits'>,
  interval: number | null,
  unit: string,
): string {
  const figure = (x: number) => `${Number(x.toPrecision(2)).toLocaleString('en-GB')} ${unit}`
  const every = `A defect that a look finds comes up every ${figure(1 / defectRate)} of one part.`
  if (delayMean === null)
    return `${every} How long it then takes to fail is not known: ${
      limits.delayMean[0] === null ? 'no look has found a defect in time' : `longer than ${figure(limits.delayMean[0])}`
    }.`
  const [low, high] = limits.delayMean
  const range = `${low === null ? 'not bounded' : figure(low)} to ${high === null ? 'not bounded' : figure(high)}`
  const found = interval === null ? 0 : Math.round(100 * (1 - missedShare(delayMean, interval)))
  const advice =
    interval === null ? '' : ` Looking every ${figure(interval)} costs least: of 100 defects it finds ${found} in time.`
  return `${every} It then takes ${figure(delayMean)} to fail (${range}).${advice}`
}
