import {
  ageReplacement,
  fitExponential,
  fitLognormal,
  fitWeibull,
  kaplanMeier,
  laplaceTrend,
  lifeWords,
  meanCumulative,
  powerLaw,
  trendWords,
  InputProblem,
  type LifeRecord,
} from '@diatribon/core'
import type {
  BenchLifeAnswer,
  BenchLifeRequest,
  BenchRecurrenceAnswer,
  BenchRecurrenceRequest,
  BenchReplacementAnswer,
  BenchReplacementRequest,
} from '@diatribon/contract'
import { refusalOf } from '../platform/refusal.ts'

/** Life figures of any records. @throws Refusal 400 in words when the records cannot tell */
export function benchLife({ unit, records }: BenchLifeRequest): BenchLifeAnswer {
  return inWords(() => {
    const weibull = fitWeibull(records)
    return {
      weibull,
      exponential: fitExponential(records),
      lognormal: lognormalOrNull(records),
      survival: kaplanMeier(records),
      words: lifeWords(records, weibull, unit),
    }
  })
}

/** Least-cost replacement age of any life and costs. @throws Refusal 400 when the costs are the wrong way round */
export function benchReplacement({
  shape,
  scale,
  preventiveCost,
  failureCost,
}: BenchReplacementRequest): BenchReplacementAnswer {
  return inWords(() => {
    const best = ageReplacement({ shape, scale }, { preventive: preventiveCost, failure: failureCost })
    const { runToFailureCostRate } = best
    if (best.kind === 'never')
      return {
        age: null,
        costRate: runToFailureCostRate,
        runToFailureCostRate,
        words:
          shape <= 1
            ? `Never replace on a clock: with shape ${shape} an old part is no likelier to fail than a new one.`
            : 'Never replace on a clock: at these costs it would save next to nothing.',
      }
    const saving = 100 * (1 - best.costRate / runToFailureCostRate)
    return {
      age: best.age,
      costRate: best.costRate,
      runToFailureCostRate,
      words: `Replace at ${Number(best.age.toPrecision(4))}: that costs ${saving.toFixed(1)} % less than running to failure.`,
    }
  })
}

/** Repairs of machines over their age: how many, and whether they come denser. @throws Refusal 400 in words */
export function benchRecurrence({ units }: BenchRecurrenceRequest): BenchRecurrenceAnswer {
  return inWords(() => {
    const [laplace, law] = [laplaceTrend(units), powerLaw(units)]
    const repairs = units.reduce((sum, { events }) => sum + events.length, 0)
    return { mcf: meanCumulative(units), laplace, powerLaw: law, words: trendWords(repairs, laplace, law) }
  })
}

function lognormalOrNull(records: LifeRecord[]) {
  try {
    return fitLognormal(records)
  } catch (error) {
    if (error instanceof InputProblem && error.code === 'no-fit') return null
    throw error
  }
}

function inWords<T>(sum: () => T): T {
  try {
    return sum()
  } catch (error) {
    throw error instanceof InputProblem ? refusalOf(error, 400) : error
  }
}
