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
export { counterAt } from './hours/counterAt.ts'
export { combine, noCounters, type CounterPoint, type Counters } from './hours/counters.ts'
export { counterCurve, gapOf, type Anchor, type MeterWindow } from './hours/counterCurve.ts'
export { checkPiece, meterGain, type Evidence, type MeterReading } from './hours/evidence.ts'
export { dailyMeans } from './hours/dailyMeans.ts'
export { builtLimits, type BuiltLimits, type FittedPart } from './jobs/asBuilt.ts'
export type { Box, JobFigures, Motion } from './jobs/jobFigures.ts'
export { JobReader } from './jobs/readJob.ts'
export {
  preflight,
  type Filling,
  type Finding,
  type FindingCode,
  type Grade,
  type JobDemand,
  type PrinterNow,
} from './jobs/preflight.ts'
export { crossSectionMm2, gramsOf, metresOf, type Filament } from './jobs/filament.ts'
export { clockUnits, type Clock } from './clock.ts'
export { onClock, type PartAge } from './parts/partAge.ts'
export {
  daysUntilHours,
  forecastHours,
  type CalendarDay,
  type DaysUntil,
  type HoursForecast,
  type WeekdayHours,
} from './plan/forecastHours.ts'
export { dueReplacement, type DueReplacement, type Urgency } from './plan/dueReplacement.ts'
export { skewFromDiagonals } from './readings/skewFromDiagonals.ts'
