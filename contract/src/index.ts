export type { RefusalBody } from './refusal.ts'
export { fromMinor, minorDigits, moneyWords, toMinor } from './money.ts'
export type { Freshness } from './freshness.ts'
export { anyChange, ChangedTopics } from './changedTopics.ts'
export type { Changed, LiveNotice } from './live.ts'
export { addressOf, concerns, type Asked, type Read, type ReadDeclaration } from './read.ts'
export { readAt, reads } from './reads.ts'
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
export { actionShapes, type Action, type ActionKindName, type Actions } from './actions/index.ts'
export { kindNames } from './actions/kinds.ts'
export type { AddModel, ModelPayload } from './actions/addModel.ts'
export type { AddPartType, PartTypePayload } from './actions/addPartType.ts'
export type { AdmitPerson } from './actions/admitPerson.ts'
export type { Amend, Correction } from './actions/amend.ts'
export type { CountHours } from './actions/countHours.ts'
export type { HoldPrinter } from './actions/holdPrinter.ts'
export type { SetMaterial } from './actions/setMaterial.ts'
export {
  enclosureNeeds,
  materialCalled,
  type EnclosureNeed,
  type Material,
  type MaterialContent,
} from './jobs/material.ts'
export { sets, thingSet } from './actions/sets.ts'
export type { LiftStop } from './actions/liftStop.ts'
export type { Note } from './actions/note.ts'
export type { OpenSite } from './actions/openSite.ts'
export type { ReleasePrinter } from './actions/releasePrinter.ts'
export type { SwapPart } from './actions/swapPart.ts'
export type { TakeInPrinter } from './actions/takeInPrinter.ts'
export type { AddSpool } from './actions/addSpool.ts'
export type { WeighSpool } from './actions/weighSpool.ts'
export type { StartJob } from './actions/startJob.ts'
export type { CountTally } from './actions/countTally.ts'
export type { CountGoods } from './actions/countGoods.ts'
export type { FinishSpool } from './actions/finishSpool.ts'
export type { MarkIdle } from './actions/markIdle.ts'
export type { ExplainGap } from './actions/explainGap.ts'
export type { ChangeModel } from './actions/changeModel.ts'
export type { ChangePartType } from './actions/changePartType.ts'
export type { FinishTakeIn } from './actions/finishTakeIn.ts'
export type { MovePart } from './actions/movePart.ts'
export type { RetirePrinter } from './actions/retirePrinter.ts'
export type { BringBackPrinter } from './actions/bringBackPrinter.ts'
export type { SetSiteAddress } from './actions/setSiteAddress.ts'
export type { SetSiteMains } from './actions/setSiteMains.ts'
export type { SetCalendar } from './actions/setCalendar.ts'
export { jobOutcomes, type JobOutcome } from './jobs/outcomes.ts'
export type { FinishJob } from './actions/finishJob.ts'
export type { BaselineValue, RecordBaseline } from './actions/recordBaseline.ts'
export type { KitSwap, SwapKit } from './actions/swapKit.ts'
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
export type { AddCheckType } from './actions/addCheckType.ts'
export type { ChangeCheckType } from './actions/changeCheckType.ts'
export type { RetireCheckType } from './actions/retireCheckType.ts'
export type { SetUpset } from './actions/setUpset.ts'
export type { BeginCheck } from './actions/beginCheck.ts'
export type { ConfirmCautions } from './actions/confirmCautions.ts'
export type { RecordStep } from './actions/recordStep.ts'
export type { FinishCheck } from './actions/finishCheck.ts'
export type { GiveUpCheck } from './actions/giveUpCheck.ts'
export type { SkipCheck } from './actions/skipCheck.ts'
export type { AddReadingKind } from './actions/addReadingKind.ts'
export type { ChangeReadingKind } from './actions/changeReadingKind.ts'
export type { AdjustPrinter } from './actions/adjustPrinter.ts'
export type { RecordEvent } from './actions/recordEvent.ts'
export type { LogEnclosure } from './actions/logEnclosure.ts'
export type { MakeDuty } from './actions/makeDuty.ts'
export type { SettleDuty } from './actions/settleDuty.ts'
export type { ReportFault } from './actions/reportFault.ts'
export type { NameSymptom } from './actions/nameSymptom.ts'
export type { BeginWork } from './actions/beginWork.ts'
export type { StopWork } from './actions/stopWork.ts'
export type { RecordTest } from './actions/recordTest.ts'
export type { TryChange } from './actions/tryChange.ts'
export type { TellOutcome } from './actions/tellOutcome.ts'
export type { RecordTestPrint } from './actions/recordTestPrint.ts'
export type { SettleReturn } from './actions/settleReturn.ts'
export type { RemoveGuard } from './actions/removeGuard.ts'
export type { RefitGuard } from './actions/refitGuard.ts'
export type { SetSymptom } from './actions/setSymptom.ts'
export type { PartTypeScore, PrinterRepairs, RepairsPage, ScorePage } from './lives/score.ts'
export type { UsedPart } from './parts/usedPart.ts'
export type { LeaveSlot } from './actions/leaveSlot.ts'
export type { ChangeLimits } from './actions/changeLimits.ts'
export type { SetUpgrade } from './actions/setUpgrade.ts'
export type { InstallUpgrade } from './actions/installUpgrade.ts'
export type { RemoveUpgrade } from './actions/removeUpgrade.ts'
export type { OpenCampaign } from './actions/openCampaign.ts'
export type { EndCampaign } from './actions/endCampaign.ts'
export type { JudgeUpgrade } from './actions/judgeUpgrade.ts'
export type { SetStandingRule } from './actions/setStandingRule.ts'
export type { ShowPiece } from './actions/showPiece.ts'
export type { RepairPart } from './actions/repairPart.ts'
export type { SetItem } from './actions/setItem.ts'
export type { PlaceOrder } from './actions/placeOrder.ts'
export type { ReceiveItems } from './actions/receiveItems.ts'
export type { CountItems } from './actions/countItems.ts'
export type { UseItems } from './actions/useItems.ts'
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
export type { LendPrinter } from './actions/lendPrinter.ts'
export type { TakePrinterBack } from './actions/takePrinterBack.ts'
export type { SetBox } from './actions/setBox.ts'
export type { MoveBox } from './actions/moveBox.ts'
export type { CheckBox } from './actions/checkBox.ts'
export type { SetRates } from './actions/setRates.ts'
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
export type { AdoptPolicy } from './actions/adoptPolicy.ts'
export type { BringNeighbourLives } from './actions/bringNeighbourLives.ts'
export type { WeighNeighbourLives } from './actions/weighNeighbourLives.ts'
export { adoptablePolicies, type AdoptablePolicy, type AdoptedPolicy } from './lives/policies.ts'
export type { SetCause } from './actions/setCause.ts'
export type { SetTest } from './actions/setTest.ts'
export type { ChangePerson } from './actions/changePerson.ts'
export type { LockPerson } from './actions/lockPerson.ts'
export type { LeavePerson } from './actions/leavePerson.ts'
export type { RecordTraining } from './actions/recordTraining.ts'
export type { SetShifts } from './actions/setShifts.ts'
export type { RelaxRules } from './actions/relaxRules.ts'
export type { RescueLead } from './actions/rescueLead.ts'
export type { AddSlot } from './actions/addSlot.ts'
export type { EmptySlot } from './actions/emptySlot.ts'
export type { AddSlotKind } from './actions/addSlotKind.ts'
export type { PinNotice } from './actions/pinNotice.ts'
export type { UnpinNotice } from './actions/unpinNotice.ts'
export type { BookPrinter } from './actions/bookPrinter.ts'
export type { CancelBooking } from './actions/cancelBooking.ts'
export type { PlaceTask } from './actions/placeTask.ts'
export type { SetPlanRules } from './actions/setPlanRules.ts'
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
export type { CloseFault } from './actions/closeFault.ts'
export type { GiveSignOff } from './actions/giveSignOff.ts'
export type { WithdrawSignOff } from './actions/withdrawSignOff.ts'
export type { MeasuredValue, RecordReading } from './actions/recordReading.ts'
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
export type { Urgency } from './urgency.ts'
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
export { outInWords, type OutOfUse, type PrinterState, type Stop } from './printerState.ts'
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
