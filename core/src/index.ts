export { dayMs, hourMs } from './maths/durations.ts'
export { given } from './given.ts'
export {
  laplaceTrend,
  meanCumulative,
  powerLaw,
  type MeanCumulative,
  type PowerLaw,
  type RecurrenceUnit,
} from './lives/recurrence.ts'
export { trendWords } from './lives/trendWords.ts'
export { InputProblem, type InputProblemCode } from './inputProblem.ts'
export {
  decimalMarkOf,
  readFigure,
  type DecimalMark,
  type ReadFigure,
  type UnclearFigure,
} from './exchange/readFigure.ts'
export {
  readCell,
  understandColumn,
  type Cell,
  type ColumnAnswer,
  type ColumnQuestion,
  type ColumnType,
} from './exchange/readColumn.ts'
export { type DayOrder, type WallMoment } from './exchange/readMoment.ts'
export { decodeTable, separatorOf, tableOf, type Table } from './exchange/readTable.ts'
export { chanceToFailWithin, hazard, meanLife, meanLifeUpTo, survival, type WeibullLife } from './maths/weibull.ts'
export { readLifeRecords, type LifeData, type LifeRecord } from './lives/lifeRecord.ts'
export type { Limits } from './maths/limits.ts'
export { fitWeibull, type WeibullFit } from './lives/fitWeibull.ts'
export { FittedLife, fittedWeibull } from './lives/fitLife.ts'
export { lawFits, type LawFit } from './lives/lawFits.ts'
export { rateRatio } from './maths/rateRatio.ts'
export { foretoldScore, joinScores, type Foretold, type ForetoldScore } from './lives/foretold.ts'
export { openOrders } from './stores/openOrders.ts'
export { shareLimits } from './maths/shareLimits.ts'
export { suspiciousRecords, type SuspiciousRecord } from './lives/suspiciousRecords.ts'
export { whichClock, type ClockFit, type LifeOnClocks } from './lives/whichClock.ts'
export { turnbull, type TurnbullStep } from './lives/turnbull.ts'
export { expectedFailures, type ExpectedFailures } from './lives/expectedFailures.ts'
export {
  chanceAtUnknownAge,
  chanceOfNodes,
  doubted,
  LifePosterior,
  type Doubted,
  type LifeNode,
} from './lives/lifePosterior.ts'
export { worthInFailures, type LifePrior } from './lives/lifePrior.ts'
export { weibullRegression, type LifeWithCovariates, type WeibullRegression } from './lives/weibullRegression.ts'
export { cumulativeIncidence, type CauseIncidence, type EndOfCause } from './lives/cumulativeIncidence.ts'
export { fitExponential, type ExponentialFit } from './lives/fitExponential.ts'
export { fitLognormal, type LognormalFit } from './lives/fitLognormal.ts'
export { kaplanMeier, type SurvivalStep } from './lives/kaplanMeier.ts'
export { recordOfFitting } from './lives/recordOfFitting.ts'
export {
  endOf,
  isMisused,
  isStillGood,
  isWornOut,
  reasonsThat,
  removalMeaning,
  removalReasons,
  spoilt,
  type RemovalReason,
  type Spoilt,
} from './lives/removalReason.ts'
export { lifeWords, patternWords } from './lives/lifeWords.ts'
export {
  ageReplacement,
  replacementCostRate,
  type AgeReplacement,
  type ReplacementCost,
} from './policies/ageReplacement.ts'
export {
  comparePolicies,
  policyNames,
  type LooksEvidence,
  type Policy,
  type PolicyComparison,
  type PolicyEvidence,
  type PolicyName,
  type PolicyReason,
} from './policies/comparePolicies.ts'
export { policyWords, sharesWords } from './policies/policyWords.ts'
export { tradePrior } from './policies/tradePrior.ts'
export { ruleRates, type RuleRates } from './policies/policyRates.ts'
export { togetherRates, type Opportunities } from './policies/togetherRates.ts'
export {
  bestLooks,
  costOfLooks,
  inspectionCostRate,
  inspectionInterval,
  missedShare,
  type InspectionInterval,
  type LooksModel,
} from './policies/inspectionInterval.ts'
export { learnLooks, type LearnedLooks, type LookedAtPart, type LooksNode } from './lives/learnLooks.ts'
export { counterAt } from './hours/counterAt.ts'
export { combine, noCounters, type CounterPoint, type Counters } from './hours/counters.ts'
export { counterCurve, gapOf, type Anchor, type MeterWindow } from './hours/counterCurve.ts'
export { checkPiece, meterGain, type Evidence, type MeterReading } from './hours/evidence.ts'
export { dailyMeans } from './hours/dailyMeans.ts'
export { builtLimits, type BuiltLimits, type FittedPart, type MachineLimits } from './jobs/asBuilt.ts'
export type { FileComments } from './jobs/fileComments.ts'
export type { Extent, JobFigures, Motion } from './jobs/jobFigures.ts'
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
export { clocks, clockUnits, type Clock } from './clock.ts'
export { onClock, type PartAge } from './parts/partAge.ts'
export { sharedGoods, type GoodsShare } from './hours/sharedGoods.ts'
export { shareOut } from './maths/shareOut.ts'
export { misfits, type JointedPart, type Misfit, type PartJoint } from './parts/joints.ts'
export { trialHalves, type TrialArm, type TrialPrinter } from './upgrades/trialHalves.ts'
export { meanDifference } from './upgrades/meanDifference.ts'
export { afterRepair, keptAge, type LeftByRepair, type MendedPart, type RepairLesson } from './lives/afterRepair.ts'
export { standings, type PrinterCost, type Standing } from './upgrades/standing.ts'
export { helpedWords } from './upgrades/helpedWords.ts'
export {
  expectedSaving,
  upgradeAdvice,
  whereFirst,
  type ExpectedSaving,
  type Trouble,
  type UpgradePromise,
  type WhereFirst,
} from './upgrades/expectedSaving.ts'
export { didItHelp, type BeforeAfter, type Found, type Helped } from './upgrades/didItHelp.ts'
export { whatToKeep, type Shelf, type WhatToKeep } from './stores/whatToKeep.ts'
export { stockOnHand, type OnHand, type StockEvent } from './stores/stockOnHand.ts'
export { replacementsAhead, type PartOnPrinter, type Replacements } from './stores/replacementsAhead.ts'
export {
  daysUntilHours,
  forecastHours,
  type CalendarDay,
  type DaysUntil,
  type HoursForecast,
  type WeekdayHours,
} from './plan/forecastHours.ts'
export { greedyPlan } from './plan/schedule/greedyPlan.ts'
export { chanceToLast, type PartInPlace } from './plan/chanceToLast.ts'
export { dayModel, takeDay, type DayModel } from './plan/schedule/dayModel.ts'
export { columnsByPerson, personModel } from './plan/schedule/personModel.ts'
export { packDays, placeAll } from './plan/schedule/packDays.ts'
export { asStart, planModel, type PlanModel } from './plan/schedule/planModel.ts'
export { boundWithoutLimits, brokenLimits, planAnswer, type PlanAnswer } from './plan/schedule/planAnswer.ts'
export {
  preparePlan,
  type Assignment,
  type PlanDay,
  type PlanPerson,
  type PlanProblem,
  type PlanTask,
  type PreparedPlan,
} from './plan/schedule/planProblem.ts'
export { joinPlans, splitPlan } from './plan/schedule/splitPlan.ts'
export { Roster } from './plan/schedule/roster.ts'
export { growthAhead, spreadAhead, weekSpread, type CountedStretch, type WeekSpread } from './plan/weekSpread.ts'
export { dueReplacement, type DueReplacement, type Urgency } from './plan/dueReplacement.ts'
export { skewFromDiagonals, skewFromThreeLengths, skewWords } from './bench/skewFromDiagonals.ts'
export { readMesh, type MeshHeights } from './bench/readMesh.ts'
export { bedPlane, bedPoints, type BedPlane, type BedPoint, type MeshPlaces } from './bench/bedPlane.ts'
export { coarsePitchMm, knobTurns, type BedScrew, type KnobTurn } from './bench/knobTurns.ts'
export { meshRepeatability, type MeshRepeatability } from './bench/meshRepeatability.ts'
export { findPitch, type Pitch } from './bench/findPitch.ts'
export { pluckedBelt } from './bench/pluckedBelt.ts'
export { beltTension, pitchForTension, usualBeltMassKgPerM } from './bench/beltTension.ts'
export { cubeError, newSteps, playAtEdge } from './bench/byHand.ts'
export { soak, type Soak, type SoakPoint } from './bench/soak.ts'
export { bedCurrent, type BedCurrent } from './bench/bedCurrent.ts'
export { soundBands, sumOfLevels, type SoundBand } from './bench/soundBands.ts'
export {
  nextTurn,
  turnClocks,
  type OnTurnClocks,
  type TurnClock,
  type Turns,
  type TurnState,
} from './checks/nextTurn.ts'
export { materialFamily } from './jobs/materialFamily.ts'
export { judgeBaseline, mainsSelector, type BaselineFound, type OutOfOrder } from './checks/judgeBaseline.ts'
export { againstLimits } from './checks/againstLimits.ts'
export {
  hasOn,
  isCheckFor,
  lacking,
  machineNeeds,
  stepsOn,
  type MachineBuild,
  type MachineNeed,
} from './checks/machineNeeds.ts'
export { driftOf, sinceRestart, type Drift } from './readings/drift.ts'
export { pooledOf, scatterFor, scatterOf, type Scatter } from './readings/scatter.ts'
export type { Crossing, ReadingLimits, ReadingPoint } from './readings/crossing.ts'
export type { RunBreach, RunRule } from './readings/runRules.ts'
export { hoursAbove, longestSilenceMs, type TemperatureSample } from './readings/hoursAbove.ts'
export { causePriors, type CausePriors, type CauseRecord } from './faults/causePriors.ts'
export { posterior, type CauseChance, type TestFinding } from './faults/posterior.ts'
export { entropyBits, rankTests, type DiagnosticTest, type TestValue } from './faults/nextTest.ts'
export { lookAndFixOrder } from './faults/lookAndFix.ts'
export { afterFix, isReturning } from './faults/returning.ts'
export { splitDowntime, type Downtime, type Span } from './faults/splitDowntime.ts'
export { availability, addRecords, type Availability, type ServiceRecord } from './faults/availability.ts'
export {
  returnList,
  testPrintItem,
  type Change,
  type ReturnFacts,
  type ReturnItem,
  type UpsetRule,
} from './faults/returnList.ts'
export { minutesOnDay } from './people/minutesOnDay.ts'
export { isOnShift, lastShiftEnd, type LocalMoment, type Shifts, type ShiftSpan } from './people/onShift.ts'
export { costOfWaiting, daysEarly } from './plan/waiting.ts'
export {
  costsOf,
  lawsOfTruth,
  tradeErrors,
  type LawOfTruth,
  type TradeError,
  type TrainedPart,
  type TrainedPrinter,
  type TrainingChoices,
  type TrainingFleet,
} from './trainer/trainingFleet.ts'
export { costOfRun, type RunFigures } from './trainer/fleetRun.ts'
export { ruleNames, type RuleName } from './trainer/rules.ts'
export { meanOutcome, trained, training, type RunDay, type RunOutcome } from './trainer/training.ts'
export { PlayedRun, type Choice, type Chosen, type Decision, type Happened } from './trainer/playedRun.ts'
export { rateChange, type RateChange, type Watched } from './upgrades/rateChange.ts'
export { rateWords } from './upgrades/rateWords.ts'
export { spareStock, type SpareStock } from './stores/spareStock.ts'
