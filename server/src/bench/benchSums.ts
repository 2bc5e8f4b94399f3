import {
  ageReplacement,
  chanceToLast,
  comparePolicies,
  cumulativeIncidence,
  fitExponential,
  fitLognormal,
  fittedWeibull,
  fitWeibull,
  InputProblem,
  inspectionInterval,
  kaplanMeier,
  laplaceTrend,
  lawFits,
  learnLooks,
  lifeWords,
  meanCumulative,
  missedShare,
  policyWords,
  rateChange,
  rateWords,
  spareStock,
  powerLaw,
  trendWords,
  turnbull,
  weibullRegression,
  type Doubted,
  type LifeRecord,
} from '@diatribon/core'
import type {
  BenchIncidenceAnswer,
  BenchIncidenceRequest,
  BenchInspectionAnswer,
  BenchInspectionRequest,
  BenchLifeAnswer,
  BenchLifeRequest,
  BenchLooksAnswer,
  BenchLooksRequest,
  BenchPolicyAnswer,
  BenchPolicyRequest,
  BenchRatesAnswer,
  BenchRatesRequest,
  BenchRecurrenceAnswer,
  BenchRecurrenceRequest,
  BenchRegressionAnswer,
  BenchRegressionRequest,
  BenchReplacementAnswer,
  BenchReplacementRequest,
  BenchSparesAnswer,
  BenchSparesRequest,
  BenchSurvivalAnswer,
  BenchSurvivalRequest,
} from '@diatribon/contract'

const figure = (x: number, digits = 3) => Number(x.toPrecision(digits)).toLocaleString('en-GB')

/** Life figures of any records. */
function life({ unit, records, age }: BenchLifeRequest): BenchLifeAnswer {
  const weibull = fitWeibull(records)
  const fit = fittedWeibull(records)
  const hasLooks = records.some(({ lower, upper }) => upper !== null && upper > 0 && lower !== upper)
  return {
    weibull,
    exponential: fitExponential(records),
    lognormal: lognormalOrNull(records),
    b10: { age: fit.ageOf(0.1), limits: fit.ageLimits(0.1) },
    ...(age === undefined ? {} : { outlives: { age, chance: fit.survivalAt(age), limits: fit.survivalLimits(age) } }),
    survival: kaplanMeier(records),
    ...(hasLooks ? { turnbull: turnbull(records) } : {}),
    probability: lawFits(records),
    words: lifeWords(records, weibull, unit),
  }
}

/** Least-cost replacement age of any life and costs. */
function replacement(asked: BenchReplacementRequest): BenchReplacementAnswer {
  const { shape, scale, preventiveCost, failureCost } = asked
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
}

/** Repairs of machines over their age: how many, and whether they come denser. */
function recurrence({ units }: BenchRecurrenceRequest): BenchRecurrenceAnswer {
  const [laplace, law] = [laplaceTrend(units), powerLaw(units)]
  const repairs = units.reduce((sum, { events }) => sum + events.length, 0)
  return { mcf: meanCumulative(units), laplace, powerLaw: law, words: trendWords(repairs, laplace, law) }
}

/** Rules for a part side by side, from its lives, the trade's interval and neighbours' lives. */
function policy(asked: BenchPolicyRequest): BenchPolicyAnswer {
  const { unit, records, preventiveCost, failureCost, tradeInterval, tradeWeight, neighbours, neighbourWeight } = asked
  const compared = comparePolicies({
    records,
    cost: { preventive: preventiveCost, failure: failureCost },
    tradeInterval,
    tradeWeight,
    neighbours,
    neighbourWeight,
  })
  const short = ({ median, limits }: Doubted) => ({ median, limits })
  const { posterior, policies, recommended } = compared
  return {
    posterior: { shape: short(posterior.shape()), scale: short(posterior.scale()) },
    policies: policies.map(({ policy: name, interval, cost, failures, chanceBest }) => ({
      policy: name,
      interval,
      costRate: cost.mean,
      costRateLimits: cost.limits,
      failureRate: failures.mean,
      failureRateLimits: failures.limits,
      chanceBest,
    })),
    recommended: { policy: recommended.policy, interval: recommended.interval },
    words: policyWords(compared, unit),
  }
}

/** How often to look for a defect that shows before it fails. */
function inspection(asked: BenchInspectionRequest): BenchInspectionAnswer {
  const found = inspectionInterval(asked)
  const { interval, costRate, noInspectionCostRate } = found
  const words =
    interval === null
      ? 'Do not look on a clock: looks cost more than they save here.'
      : `Look every ${figure(interval)}: that costs ${figure(100 * (1 - costRate / noInspectionCostRate))} % less than waiting ` +
        `for failures, and ${figure(100 * (1 - missedShare(asked.delayMean, interval)))} of 100 defects are found in time.`
  return { ...found, words }
}

/** Rate of defects and their delay, from what looks found. */
function looks({ parts }: BenchLooksRequest): BenchLooksAnswer {
  const learned = learnLooks(parts)
  const { defectRate, delayMean, limits } = learned
  const [low, high] = limits.delayMean
  const words =
    `A defect comes up every ${figure(1 / defectRate)} in the mean. ` +
    (delayMean === null
      ? 'How long it then takes to fail these looks cannot tell: ' +
        (low !== null
          ? `longer than ${figure(low)}.`
          : high !== null
            ? `less than ${figure(high)}.`
            : 'no limit follows.')
      : `It then takes ${figure(delayMean)} in the mean to fail (95 % limits ${low === null ? 'none' : figure(low)} to ` +
        `${high === null ? 'none' : figure(high)}).`)
  return { defectRate, delayMean, limits, words }
}

/** What has bearing on lives, and how much. */
function regression({ records }: BenchRegressionRequest): BenchRegressionAnswer {
  const fit = weibullRegression(records)
  const words = fit.coefficients.map((c, i) => {
    const error = fit.standardErrors[i + 1] ?? 0
    const times = (x: number) => figure(Math.exp(x))
    const isClear = Math.abs(c) > 1.96 * error
    return (
      `One more in column ${i + 1} makes lives ${times(c)} times as long (${times(c - 1.96 * error)} to ` +
      `${times(c + 1.96 * error)}${isClear ? '' : ': not yet clear which way'}).`
    )
  })
  return { ...fit, words: words.length > 0 ? words.join(' ') : 'Without columns this is the plain Weibull fit.' }
}

/** Share that fails of each cause, where others compete with it. */
function incidence({ records }: BenchIncidenceRequest): BenchIncidenceAnswer {
  const found = cumulativeIncidence(records)
  const last = found.times.at(-1) ?? 0
  const shares = Object.entries(found.causes)
    .map(([name, { incidence: curve }]) => ({ name, share: curve.at(-1) ?? 0 }))
    .sort((a, b) => b.share - a.share)
  const words = shares.map(({ name, share }) => `${name} ${figure(100 * share)} %`).join(', ')
  return { ...found, words: `By ${figure(last, 4)}, failed of ${words}.` }
}

function lognormalOrNull(records: LifeRecord[]) {
  try {
    return fitLognormal(records)
  } catch (error) {
    if (error instanceof InputProblem && error.code === 'no-fit') return null // said by leaving its curve out
    throw error
  }
}

/** Chance that parts of known ages, and all else, let a printer through so many hours. */
function survival({ hours, parts, otherFaultsPer1000h }: BenchSurvivalRequest): BenchSurvivalAnswer {
  const chance = chanceToLast(hours, parts, otherFaultsPer1000h)
  return {
    chance,
    words: `It gets through ${figure(hours)} h without a failure in ${figure(100 * chance)} of 100 cases.`,
  }
}

/** Whether something has become rarer, and how long it takes to tell. */
function rates({ before, after }: BenchRatesRequest): BenchRatesAnswer {
  const found = rateChange(before, after)
  return { ...found, words: rateWords(found) }
}

/** What to keep on the shelf for a wanted chance. */
function spares({ mean, variance, target }: BenchSparesRequest): BenchSparesAnswer {
  const found = spareStock({ mean, target, ...(variance === undefined ? {} : { variance }) })
  return {
    ...found,
    words: `With ${found.stock} on the shelf they last in ${figure(100 * found.probability)} of 100 cases, where ${figure(100 * target)} were asked for.`,
  }
}

/** The open calculators: any data in, nothing kept. @throws InputProblem in words when the data cannot tell */
export const benchSums = {
  life,
  replacement,
  recurrence,
  policy,
  inspection,
  looks,
  regression,
  incidence,
  survival,
  rates,
  spares,
}
export type BenchSumName = keyof typeof benchSums
