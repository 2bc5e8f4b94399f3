export type { RefusalBody } from './refusal.ts'
export type { LiveNotice } from './live.ts'
export { mayDo, rights, roles, rolesWith, type Right, type Role } from './people/rights.ts'
export {
  firstRunSchema,
  signInSchema,
  type FirstRun,
  type Person,
  type Session,
  type SignIn,
  type Site,
  type Welcome,
} from './people/session.ts'
export { removalReasons, type RemovalReason } from './parts/removalReasons.ts'
export type { PartType } from './parts/partType.ts'
export { areas, type ActionShape, type Area } from './actions/action.ts'
export { actionShapes, type Action, type ActionKindName, type Actions } from './actions/index.ts'
export { kindNames } from './actions/kinds.ts'
export type { AddModel, ModelPayload } from './actions/addModel.ts'
export type { AddPartType, PartTypePayload } from './actions/addPartType.ts'
export type { AdmitPerson } from './actions/admitPerson.ts'
export type { Amend, Correction } from './actions/amend.ts'
export type { CountHours } from './actions/countHours.ts'
export type { HoldPrinter } from './actions/holdPrinter.ts'
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
export type { SetCalendar } from './actions/setCalendar.ts'
export { jobOutcomes, type FinishJob, type JobOutcome } from './actions/finishJob.ts'
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
export type { MachineLimits, ModelSlot, PrinterModel } from './printers/model.ts'
export { takeInStepNames, type TakeInStepName } from './printers/takeInSteps.ts'
export {
  logQuerySchema,
  type ActionResult,
  type ExportedEntry,
  type LogEntry,
  type LogPage,
  type LogQuery,
  type Recorded,
} from './logbook/entry.ts'
export type { Duty, Round, Urgency } from './plan/duty.ts'
export type {
  Floor,
  FloorPrinter,
  PrinterHead,
  PrinterPage,
  PrinterState,
  RibbonFitting,
  RibbonMark,
} from './printers/printer.ts'
export type { LifeFit, LifePage, LifeRecordRow, LifeSummary } from './lives/life.ts'
export { benchLifeSchema, type BenchLifeAnswer, type BenchLifeRequest } from './bench/life.ts'
export {
  benchReplacementSchema,
  type BenchReplacementAnswer,
  type BenchReplacementRequest,
} from './bench/replacement.ts'
export type { AsBuilt, BaselineReading, BuiltSlot } from './printers/asBuilt.ts'
export type { ForecastPage } from './plan/forecast.ts'
export {
  preflightSchema,
  type JobBox,
  type JobFacts,
  type PreflightAnswer,
  type PreflightRequest,
  type RunningJob,
} from './jobs/job.ts'
export type { Spool } from './stores/spool.ts'
export { newDeviceSchema, type Device, type NewDevice } from './people/device.ts'
export { importKinds, type ImportKind, type ImportLine } from './exchange/import.ts'
