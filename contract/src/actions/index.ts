import type { ActionShape } from '../fields/action.ts'
import { addModel, type AddModel } from './addModel.ts'
import { addPartType, type AddPartType } from './addPartType.ts'
import { admitPerson, type AdmitPerson } from './admitPerson.ts'
import { amend, type Amend } from './amend.ts'
import { countHours, type CountHours } from './countHours.ts'
import { holdPrinter, type HoldPrinter } from './holdPrinter.ts'
import { note, type Note } from './note.ts'
import { openSite, type OpenSite } from './openSite.ts'
import { liftStop, type LiftStop } from './liftStop.ts'
import { releasePrinter, type ReleasePrinter } from './releasePrinter.ts'
import { swapPart, type SwapPart } from './swapPart.ts'
import { takeInPrinter, type TakeInPrinter } from './takeInPrinter.ts'
import { addSpool, type AddSpool } from './addSpool.ts'
import { weighSpool, type WeighSpool } from './weighSpool.ts'
import { startJob, type StartJob } from './startJob.ts'
import { finishJob, type FinishJob } from './finishJob.ts'
import { countTally, type CountTally } from './countTally.ts'
import { countGoods, type CountGoods } from './countGoods.ts'
import { finishSpool, type FinishSpool } from './finishSpool.ts'
import { markIdle, type MarkIdle } from './markIdle.ts'
import { explainGap, type ExplainGap } from './explainGap.ts'
import { changeModel, type ChangeModel } from './changeModel.ts'
import { changePartType, type ChangePartType } from './changePartType.ts'
import { recordBaseline, type RecordBaseline } from './recordBaseline.ts'
import { finishTakeIn, type FinishTakeIn } from './finishTakeIn.ts'
import { swapKit, type SwapKit } from './swapKit.ts'
import { movePart, type MovePart } from './movePart.ts'
import { retirePrinter, type RetirePrinter } from './retirePrinter.ts'
import { bringBackPrinter, type BringBackPrinter } from './bringBackPrinter.ts'
import { setSiteAddress, type SetSiteAddress } from './setSiteAddress.ts'
import { setSiteMains, type SetSiteMains } from './setSiteMains.ts'
import { setCalendar, type SetCalendar } from './setCalendar.ts'
import { addCheckType, type AddCheckType } from './addCheckType.ts'
import { changeCheckType, type ChangeCheckType } from './changeCheckType.ts'
import { retireCheckType, type RetireCheckType } from './retireCheckType.ts'
import { setUpset, type SetUpset } from './setUpset.ts'
import { beginCheck, type BeginCheck } from './beginCheck.ts'
import { confirmCautions, type ConfirmCautions } from './confirmCautions.ts'
import { recordStep, type RecordStep } from './recordStep.ts'
import { finishCheck, type FinishCheck } from './finishCheck.ts'
import { giveUpCheck, type GiveUpCheck } from './giveUpCheck.ts'
import { skipCheck, type SkipCheck } from './skipCheck.ts'
import { addReadingKind, type AddReadingKind } from './addReadingKind.ts'
import { changeReadingKind, type ChangeReadingKind } from './changeReadingKind.ts'
import { recordReading, type RecordReading } from './recordReading.ts'
import { adjustPrinter, type AdjustPrinter } from './adjustPrinter.ts'
import { recordEvent, type RecordEvent } from './recordEvent.ts'
import { logEnclosure, type LogEnclosure } from './logEnclosure.ts'
import { makeDuty, type MakeDuty } from './makeDuty.ts'
import { settleDuty, type SettleDuty } from './settleDuty.ts'
import { reportFault, type ReportFault } from './reportFault.ts'
import { closeFault, type CloseFault } from './closeFault.ts'
import { giveSignOff, type GiveSignOff } from './giveSignOff.ts'
import { withdrawSignOff, type WithdrawSignOff } from './withdrawSignOff.ts'
import { nameSymptom, type NameSymptom } from './nameSymptom.ts'
import { beginWork, type BeginWork } from './beginWork.ts'
import { stopWork, type StopWork } from './stopWork.ts'
import { recordTest, type RecordTest } from './recordTest.ts'
import { tryChange, type TryChange } from './tryChange.ts'
import { tellOutcome, type TellOutcome } from './tellOutcome.ts'
import { recordTestPrint, type RecordTestPrint } from './recordTestPrint.ts'
import { settleReturn, type SettleReturn } from './settleReturn.ts'
import { removeGuard, type RemoveGuard } from './removeGuard.ts'
import { refitGuard, type RefitGuard } from './refitGuard.ts'
import { setSymptom, type SetSymptom } from './setSymptom.ts'
import { leaveSlot, type LeaveSlot } from './leaveSlot.ts'
import { changeLimits, type ChangeLimits } from './changeLimits.ts'
import { setUpgrade, type SetUpgrade } from './setUpgrade.ts'
import { installUpgrade, type InstallUpgrade } from './installUpgrade.ts'
import { removeUpgrade, type RemoveUpgrade } from './removeUpgrade.ts'
import { openCampaign, type OpenCampaign } from './openCampaign.ts'
import { endCampaign, type EndCampaign } from './endCampaign.ts'
import { judgeUpgrade, type JudgeUpgrade } from './judgeUpgrade.ts'
import { setStandingRule, type SetStandingRule } from './setStandingRule.ts'
import { showPiece, type ShowPiece } from './showPiece.ts'
import { repairPart, type RepairPart } from './repairPart.ts'
import { setItem, type SetItem } from './setItem.ts'
import { placeOrder, type PlaceOrder } from './placeOrder.ts'
import { receiveItems, type ReceiveItems } from './receiveItems.ts'
import { countItems, type CountItems } from './countItems.ts'
import { useItems, type UseItems } from './useItems.ts'
import { lendPrinter, type LendPrinter } from './lendPrinter.ts'
import { takePrinterBack, type TakePrinterBack } from './takePrinterBack.ts'
import { setBox, type SetBox } from './setBox.ts'
import { moveBox, type MoveBox } from './moveBox.ts'
import { checkBox, type CheckBox } from './checkBox.ts'
import { setRates, type SetRates } from './setRates.ts'
import { adoptPolicy, type AdoptPolicy } from './adoptPolicy.ts'
import { bringNeighbourLives, type BringNeighbourLives } from './bringNeighbourLives.ts'
import { weighNeighbourLives, type WeighNeighbourLives } from './weighNeighbourLives.ts'
import { setCause, type SetCause } from './setCause.ts'
import { setTest, type SetTest } from './setTest.ts'
import { changePerson, type ChangePerson } from './changePerson.ts'
import { rescueLead, type RescueLead } from './rescueLead.ts'
import { addSlot, type AddSlot } from './addSlot.ts'
import { emptySlot, type EmptySlot } from './emptySlot.ts'
import { addSlotKind, type AddSlotKind } from './addSlotKind.ts'
import { lockPerson, type LockPerson } from './lockPerson.ts'
import { leavePerson, type LeavePerson } from './leavePerson.ts'
import { recordTraining, type RecordTraining } from './recordTraining.ts'
import { setShifts, type SetShifts } from './setShifts.ts'
import { relaxRules, type RelaxRules } from './relaxRules.ts'
import { pinNotice, type PinNotice } from './pinNotice.ts'
import { unpinNotice, type UnpinNotice } from './unpinNotice.ts'
import { bookPrinter, type BookPrinter } from './bookPrinter.ts'
import { cancelBooking, type CancelBooking } from './cancelBooking.ts'
import { placeTask, type PlaceTask } from './placeTask.ts'
import { setMaterial, type SetMaterial } from './setMaterial.ts'
import { setPlanRules, type SetPlanRules } from './setPlanRules.ts'

/** Every kind of action there is. A new kind is its file here, its file on the server, and a line in each registry. */
export interface Actions {
  'open-site': OpenSite
  'admit-person': AdmitPerson
  'add-part-type': AddPartType
  'add-model': AddModel
  'take-in-printer': TakeInPrinter
  'count-hours': CountHours
  'swap-part': SwapPart
  'hold-printer': HoldPrinter
  'lift-stop': LiftStop
  'release-printer': ReleasePrinter
  'add-spool': AddSpool
  'weigh-spool': WeighSpool
  'start-job': StartJob
  'finish-job': FinishJob
  'count-tally': CountTally
  'count-goods': CountGoods
  'finish-spool': FinishSpool
  'mark-idle': MarkIdle
  'explain-gap': ExplainGap
  'change-model': ChangeModel
  'change-part-type': ChangePartType
  'record-baseline': RecordBaseline
  'finish-take-in': FinishTakeIn
  'swap-kit': SwapKit
  'move-part': MovePart
  'retire-printer': RetirePrinter
  'bring-back-printer': BringBackPrinter
  'set-calendar': SetCalendar
  'set-site-address': SetSiteAddress
  'set-site-mains': SetSiteMains
  'add-check-type': AddCheckType
  'change-check-type': ChangeCheckType
  'retire-check-type': RetireCheckType
  'set-upset': SetUpset
  'begin-check': BeginCheck
  'confirm-cautions': ConfirmCautions
  'record-step': RecordStep
  'finish-check': FinishCheck
  'give-up-check': GiveUpCheck
  'skip-check': SkipCheck
  'add-reading-kind': AddReadingKind
  'change-reading-kind': ChangeReadingKind
  'record-reading': RecordReading
  'adjust-printer': AdjustPrinter
  'record-event': RecordEvent
  'log-enclosure': LogEnclosure
  'make-duty': MakeDuty
  'settle-duty': SettleDuty
  'report-fault': ReportFault
  'close-fault': CloseFault
  'give-sign-off': GiveSignOff
  'withdraw-sign-off': WithdrawSignOff
  'name-symptom': NameSymptom
  'begin-work': BeginWork
  'stop-work': StopWork
  'record-test': RecordTest
  'try-change': TryChange
  'tell-outcome': TellOutcome
  'record-test-print': RecordTestPrint
  'settle-return': SettleReturn
  'remove-guard': RemoveGuard
  'refit-guard': RefitGuard
  'set-symptom': SetSymptom
  'adopt-policy': AdoptPolicy
  'lend-printer': LendPrinter
  'take-printer-back': TakePrinterBack
  'set-box': SetBox
  'move-box': MoveBox
  'check-box': CheckBox
  'set-rates': SetRates
  'leave-slot': LeaveSlot
  'change-limits': ChangeLimits
  'set-upgrade': SetUpgrade
  'install-upgrade': InstallUpgrade
  'remove-upgrade': RemoveUpgrade
  'open-campaign': OpenCampaign
  'end-campaign': EndCampaign
  'judge-upgrade': JudgeUpgrade
  'set-standing-rule': SetStandingRule
  'show-piece': ShowPiece
  'repair-part': RepairPart
  'set-item': SetItem
  'place-order': PlaceOrder
  'receive-items': ReceiveItems
  'count-items': CountItems
  'use-items': UseItems
  'bring-neighbour-lives': BringNeighbourLives
  'weigh-neighbour-lives': WeighNeighbourLives
  'set-cause': SetCause
  'set-test': SetTest
  'change-person': ChangePerson
  'lock-person': LockPerson
  'rescue-lead': RescueLead
  'add-slot-kind': AddSlotKind
  'add-slot': AddSlot
  'empty-slot': EmptySlot
  'leave-person': LeavePerson
  'record-training': RecordTraining
  'set-shifts': SetShifts
  'relax-rules': RelaxRules
  'pin-notice': PinNotice
  'unpin-notice': UnpinNotice
  'book-printer': BookPrinter
  'cancel-booking': CancelBooking
  'place-task': PlaceTask
  'set-plan-rules': SetPlanRules
  'set-material': SetMaterial
  note: Note
  amend: Amend
}

export type ActionKindName = keyof Actions
export type Action = Actions[ActionKindName]

export const actionShapes: Record<ActionKindName, ActionShape> = {
  'open-site': openSite,
  'admit-person': admitPerson,
  'add-part-type': addPartType,
  'add-model': addModel,
  'take-in-printer': takeInPrinter,
  'count-hours': countHours,
  'swap-part': swapPart,
  'hold-printer': holdPrinter,
  'lift-stop': liftStop,
  'release-printer': releasePrinter,
  'add-spool': addSpool,
  'weigh-spool': weighSpool,
  'start-job': startJob,
  'finish-job': finishJob,
  'count-tally': countTally,
  'count-goods': countGoods,
  'finish-spool': finishSpool,
  'mark-idle': markIdle,
  'explain-gap': explainGap,
  'change-model': changeModel,
  'change-part-type': changePartType,
  'record-baseline': recordBaseline,
  'finish-take-in': finishTakeIn,
  'swap-kit': swapKit,
  'move-part': movePart,
  'retire-printer': retirePrinter,
  'bring-back-printer': bringBackPrinter,
  'set-calendar': setCalendar,
  'set-site-address': setSiteAddress,
  'set-site-mains': setSiteMains,
  'add-check-type': addCheckType,
  'change-check-type': changeCheckType,
  'retire-check-type': retireCheckType,
  'set-upset': setUpset,
  'begin-check': beginCheck,
  'confirm-cautions': confirmCautions,
  'record-step': recordStep,
  'finish-check': finishCheck,
  'give-up-check': giveUpCheck,
  'skip-check': skipCheck,
  'add-reading-kind': addReadingKind,
  'change-reading-kind': changeReadingKind,
  'record-reading': recordReading,
  'adjust-printer': adjustPrinter,
  'record-event': recordEvent,
  'log-enclosure': logEnclosure,
  'make-duty': makeDuty,
  'settle-duty': settleDuty,
  'report-fault': reportFault,
  'close-fault': closeFault,
  'give-sign-off': giveSignOff,
  'withdraw-sign-off': withdrawSignOff,
  'name-symptom': nameSymptom,
  'begin-work': beginWork,
  'stop-work': stopWork,
  'record-test': recordTest,
  'try-change': tryChange,
  'tell-outcome': tellOutcome,
  'record-test-print': recordTestPrint,
  'settle-return': settleReturn,
  'remove-guard': removeGuard,
  'refit-guard': refitGuard,
  'set-symptom': setSymptom,
  'adopt-policy': adoptPolicy,
  'lend-printer': lendPrinter,
  'take-printer-back': takePrinterBack,
  'set-box': setBox,
  'move-box': moveBox,
  'check-box': checkBox,
  'set-rates': setRates,
  'leave-slot': leaveSlot,
  'change-limits': changeLimits,
  'set-upgrade': setUpgrade,
  'install-upgrade': installUpgrade,
  'remove-upgrade': removeUpgrade,
  'open-campaign': openCampaign,
  'end-campaign': endCampaign,
  'judge-upgrade': judgeUpgrade,
  'set-standing-rule': setStandingRule,
  'show-piece': showPiece,
  'repair-part': repairPart,
  'set-item': setItem,
  'place-order': placeOrder,
  'receive-items': receiveItems,
  'count-items': countItems,
  'use-items': useItems,
  'bring-neighbour-lives': bringNeighbourLives,
  'weigh-neighbour-lives': weighNeighbourLives,
  'set-cause': setCause,
  'set-test': setTest,
  'change-person': changePerson,
  'lock-person': lockPerson,
  'rescue-lead': rescueLead,
  'add-slot-kind': addSlotKind,
  'add-slot': addSlot,
  'empty-slot': emptySlot,
  'leave-person': leavePerson,
  'record-training': recordTraining,
  'set-shifts': setShifts,
  'relax-rules': relaxRules,
  'pin-notice': pinNotice,
  'unpin-notice': unpinNotice,
  'book-printer': bookPrinter,
  'cancel-booking': cancelBooking,
  'place-task': placeTask,
  'set-plan-rules': setPlanRules,
  'set-material': setMaterial,
  note,
  amend,
}
