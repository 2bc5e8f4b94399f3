export type { RefusalBody } from './refusal.ts'
export { fromMinor, minorDigits, moneyWords, toMinor } from './money.ts'
export type { Freshness } from './freshness.ts'
export { anyChange, ChangedTopics } from './changedTopics.ts'
export type { Changed, LiveNotice } from './live.ts'
export { addressOf, concerns, type Asked, type Read, type ReadDeclaration } from './read.ts'
export { readAt, reads } from './reads.ts'
export { calls, type Call, type CallAnswer, type CallAsked, type CallName } from './calls.ts'
export { areas, figureNames, topics, type Area, type FigureName, type Topic } from './topics.ts'
export { isAtLeast, mayDo, rights, roles, rolesFrom, rolesWith, type Right, type Role } from './rights.ts'
export {
  changePinSchema,
  firstRunSchema,
  joinSchema,
  signInSchema,
  type FirstRun,
  type Person,
  type Session,
  type SignIn,
  type Site,
  type Weekday,
  type Welcome,
} from './people/session.ts'
export { removalReasons, type RemovalReason } from './parts/removalReasons.ts'
export type { PartType } from './parts/partType.ts'
export { words, type ActionShape } from './fields/action.ts'
export { actionShapes } from './actions/index.ts'
export type * from './actions/index.ts'
export { kindNames } from './actions/kinds.ts'
export {
  enclosureNeeds,
  materialCalled,
  type EnclosureNeed,
  type Material,
  type MaterialContent,
} from './jobs/material.ts'
export { sets, thingSet } from './actions/sets.ts'
export { jobOutcomes, type JobOutcome } from './jobs/outcomes.ts'
export {
  clocks,
  evidenceKinds,
  type Clock,
  type Count,
  type Counters,
  type Counts,
  type EvidenceKind,
  type OnEveryClock,
} from './hours/clock.ts'
export type { Kit } from './parts/kit.ts'
export {
  insideWords,
  limitNaming,
  type MachineLimits,
  type ModelBed,
  type ModelSlot,
  type PrinterModel,
} from './parts/model.ts'
export { takeInStepNames, type TakeInStepName } from './printers/takeInSteps.ts'
export type { Handover } from './handover/handover.ts'
export type { PresentHere } from './people/present.ts'
export {
  logQuerySchema,
  readMarkSchema,
  savedViewSchema,
  type BookCheck,
  type BookCheckLine,
  type Notice,
  type SavedView,
  type ActionResult,
  type ExportedEntry,
  type LogEntry,
  type LogPage,
  type LogQuery,
  type Recorded,
} from './logbook/entry.ts'
export type { PartTypeScore, PrinterRepairs, RepairsPage, ScorePage } from './lives/score.ts'
export type { UsedPart } from './parts/usedPart.ts'
export type { PartJoint } from './parts/fit.ts'
export { repairEffects, repairWays, type Repair, type RepairEffect, type RepairWay } from './parts/repair.ts'
export {
  limitNames,
  schools,
  verdicts,
  type LimitName,
  type School,
  type UpgradeContent,
  type UpgradePart,
  type UpgradeStep,
  type Verdict,
} from './upgrades/upgrade.ts'
export { upgradeContent } from './upgrades/upgradeFields.ts'
export type {
  Arm,
  Campaign,
  DidItHelp,
  PrintedPart,
  InstalledUpgrade,
  OwnLimits,
  ReadingChange,
  StandingRule,
  TestPiece,
  UpgradeCandidate,
  UpgradeLine,
  UpgradePage,
  UpgradeSaving,
  UpgradesPage,
  Watching,
  WhereFirst,
} from './upgrades/pages.ts'
export {
  type ItemContent,
  type ItemPage,
  type Keep,
  type StockLine,
  type StockMove,
  type StoresPage,
  type UsedStock,
  type KitLine,
  type OnShelf,
  type OpenOrder,
} from './stores/item.ts'
export type { Box, BoxLine, Loan } from './stores/box.ts'
export {
  costGroups,
  costKinds,
  costsQuery,
  type CostsQuery,
  type CostEntry,
  type CostGroup,
  type CostKind,
  type CostLine,
  type CostRates,
  type CostsPage,
} from './costs/costs.ts'
export { adoptablePolicies, type AdoptablePolicy, type AdoptedPolicy } from './lives/policies.ts'
export type { LongJobPage, LongJobPrinter } from './plan/longJob.ts'
export {
  onHoldOrders,
  taskChoices,
  taskKinds,
  type Booking,
  type CalendarFeed,
  type FortnightPage,
  type NewCalendarFeed,
  type OnHoldOrder,
  type PlanChange,
  type PlannedDay,
  type PlannedTask,
  type PlanRules,
  type PricedMove,
  type PriceRequest,
  type TaskChoice,
  type TaskKind,
  type Visit,
} from './plan/fortnight.ts'
export { priceSchema } from './plan/priceSchema.ts'
export {
  heatsOrMoves,
  hasColdWork,
  neededStates,
  stepKinds,
  machineNeeds,
  turnClocks,
  type CheckContent,
  type CheckStep,
  type CheckType,
  type CheckVersion,
  type MachineNeed,
  type NeededState,
  type StepKind,
  type TurnClock,
  type Turns,
} from './checks/checkType.ts'
export type { CheckSheet, CheckTurn, MayDo, PrinterChecks, SheetOutcome, StepResult } from './checks/checkSheet.ts'
export { harmOfFailure, cautionOfWork, slotKind, slotKinds, type SlotKind } from './parts/slotKinds.ts'
export { printerEvents, type PrinterEvent, type UpsetLine } from './checks/upset.ts'
export type { ReadingKind } from './readings/readingKind.ts'
export type { ReadingSeries, SeriesCrossing, SeriesLimits, SeriesMark, SeriesPoint } from './readings/series.ts'
export type { DriftingPage, DriftingReading } from './drifting/drifting.ts'
export {
  goOnWords,
  broughtAboutBy,
  inductionTopics,
  usualTopic,
  type BroughtAbout,
  type ClosedFault,
  type Diagnosis,
  type FaultPage,
  type PrinterFault,
  type FaultStep,
  type InductionTopic,
  type MadeDuty,
  type OfferedTest,
  type OpenFault,
  type OutcomeOfChange,
  type Permanence,
  type RankedCause,
  type ReturnLine,
  type ReturnToService,
} from './faults/fault.ts'
export {
  drawings,
  type AboutPrinters,
  type Cause,
  type Drawing,
  type FaultTest,
  type Knowledge,
  type Symptom,
  type TestOutcome,
} from './faults/knowledge.ts'
export { labelReportSchema, type LabelPage, type LabelReport, type ReportsFromOutside } from './faults/report.ts'
export type { DowntimePage, ParetoRow, ServiceRow } from './timeDown/downtime.ts'
export {
  confirmedWork,
  isSignedOffFor,
  signOffLasts,
  relaxable,
  signOffs,
  type ConfirmedWork,
  type PersonHere,
  type Relaxable,
  type ShiftPlan,
  type ShiftTime,
  type SignedOff,
  type SignOff,
  type TrainingRecord,
} from './people/signOffs.ts'
export { mostPhotos, type AttachedFile, type Attachment } from './attachment.ts'
export { firstClock, type ReplacementDuty, type Round } from './plan/duty.ts'
export { urgencies, type Urgency } from './urgency.ts'
export type {
  Floor,
  EnclosureState,
  FloorPrinter,
  PartLine,
  PrinterLine,
  PrinterName,
  PrinterHead,
  PrinterPage,
  RibbonFitting,
  RibbonMark,
  RibbonReading,
} from './printers/printer.ts'
export { isHere, outInWords, printerStates, type OutOfUse, type PrinterState, type Stop } from './printerState.ts'
export type {
  ComparedPolicy,
  KnownAt,
  FailuresAhead,
  KitMatesHere,
  LookingCheck,
  LooksHere,
  LooksOfGroup,
  LifeBearing,
  LifeOfGroup,
  LifeEvidence,
  LifeFit,
  LifeKnown,
  LifePage,
  LifeRecordRow,
  LifeSummary,
  LivesPage,
  MoneyInYear,
  NeighbourLives,
  PolicyChoice,
} from './lives/life.ts'
export { benchRecurrenceSchema, type BenchRecurrenceAnswer, type BenchRecurrenceRequest } from './bench/recurrence.ts'
export { benchPolicySchema, type BenchPolicyAnswer, type BenchPolicyRequest } from './bench/policy.ts'
export {
  benchInspectionSchema,
  benchLooksSchema,
  type BenchInspectionAnswer,
  type BenchInspectionRequest,
  type BenchLooksAnswer,
  type BenchLooksRequest,
} from './bench/inspection.ts'
export { benchRegressionSchema, type BenchRegressionAnswer, type BenchRegressionRequest } from './bench/regression.ts'
export { benchIncidenceSchema, type BenchIncidenceAnswer, type BenchIncidenceRequest } from './bench/incidence.ts'
export { benchPlanSchema, type BenchPlanAnswer, type BenchPlanRequest } from './bench/plan.ts'
export { benchSurvivalSchema, type BenchSurvivalAnswer, type BenchSurvivalRequest } from './bench/survival.ts'
export { benchLifeSchema, type BenchLifeAnswer, type BenchLifeRequest } from './bench/life.ts'
export {
  benchReplacementSchema,
  type BenchReplacementAnswer,
  type BenchReplacementRequest,
} from './bench/replacement.ts'
export type { PrinterSpot } from './spot.ts'
export type { AsBuilt, BaselineReading, BuiltSlot } from './printers/asBuilt.ts'
export type { ForecastPage } from './plan/forecast.ts'
export {
  preflightSchema,
  type JobBox,
  type JobFacts,
  type PreflightAnswer,
  type PreflightRequest,
  type EndedJob,
  type RunningJob,
} from './jobs/job.ts'
export type { Spool } from './stores/spool.ts'
export { newDeviceSchema, type Device, type NewDevice } from './people/device.ts'
export {
  columnsOf,
  importKinds,
  type ImportKind,
  type ImportNames,
  type ImportColumn,
  type ImportColumnType,
  type ImportLine,
  type UnclearColumn,
} from './exchange/import.ts'

export { capital, fieldWords } from './fields/fieldWords.ts'
export { readInput } from './fields/readInput.ts'
export { easyPin } from './people/pin.ts'
export { firstYear, isDay, lastYear, readMoment } from './moments.ts'
export { momentField } from './momentFields.ts'
export { addDays, momentAt, wallOf, zonedMoment } from './zone.ts'
export type { PracticeFleet } from './trainer/practiceFleet.ts'
export {
  mailSecurities,
  mailServerSchema,
  myMailSchema,
  type MailPage,
  type MailSecurity,
  type MailServer,
  type MyMail,
  type SetMailServer,
} from './mail/mail.ts'
export { soonestFirst, type Due } from './plan/soonest.ts'
export type { OtherDuty } from './plan/duty.ts'
export type { TodayPage } from './plan/fortnight.ts'
export { benchRatesSchema, type BenchRatesAnswer, type BenchRatesRequest } from './bench/rates.ts'
export { benchSparesSchema, type BenchSparesAnswer, type BenchSparesRequest } from './bench/spares.ts'
