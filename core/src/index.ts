export { Problem, type ProblemCode } from './problem.ts'
export { chanceToFailWithin, hazard, meanLife, meanLifeUpTo, survival, type WeibullLife } from './maths/weibull.ts'
export { readLifeRecords, type LifeData, type LifeRecord } from './lives/lifeRecord.ts'
export { fitWeibull, type Limits, type WeibullFit } from './lives/fitWeibull.ts'
export { fitExponential, type ExponentialFit } from './lives/fitExponential.ts'
export { fitLognormal, type LognormalFit } from './lives/fitLognormal.ts'
export { kaplanMeier, type SurvivalStep } from './lives/kaplanMeier.ts'
export { recordOfFitting, type RemovalReason } from './lives/recordOfFitting.ts'
export { lifeWords } from './lives/lifeWords.ts'
export { wear, type Wear } from './parts/wear.ts'
export {
  ageReplacement,
  replacementCostRate,
  type AgeReplacement,
  type ReplacementCost,
} from './policies/ageReplacement.ts'
export {
  judgeInterval,
  type IntervalBasis,
  type IntervalEvidence,
  type IntervalJudgement,
} from './policies/judgeInterval.ts'
export { counterAt, type CounterPoint } from './hours/counterAt.ts'
export { recount, type CountedReading, type MeterReading } from './hours/recount.ts'
export { dailyHours } from './hours/dailyHours.ts'
export { dueReplacement, type DueReplacement, type Urgency } from './plan/dueReplacement.ts'
