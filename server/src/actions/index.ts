import type { Action, ActionKindName } from '@diatribon/contract'
import type { ActionKind } from './actionKind.ts'
import { addModel } from './addModel.ts'
import { addPartType } from './addPartType.ts'
import { admitPerson } from './admitPerson.ts'
import { amendBy } from './amend.ts'
import { countHours } from './countHours.ts'
import { holdPrinter } from './holdPrinter.ts'
import { note } from './note.ts'
import { openSite } from './openSite.ts'
import { liftStop } from './liftStop.ts'
import { releasePrinter } from './releasePrinter.ts'
import { swapPart } from './swapPart.ts'
import { takeInPrinter } from './takeInPrinter.ts'
import { addSpool } from './addSpool.ts'
import { weighSpool } from './weighSpool.ts'
import { startJob } from './startJob.ts'
import { finishJob } from './finishJob.ts'
import { countTally } from './countTally.ts'
import { countGoods } from './countGoods.ts'
import { finishSpool } from './finishSpool.ts'
import { markIdle } from './markIdle.ts'
import { explainGap } from './explainGap.ts'
import { changeModel } from './changeModel.ts'
import { changePartType } from './changePartType.ts'
import { recordBaseline } from './recordBaseline.ts'
import { finishTakeIn } from './finishTakeIn.ts'
import { swapKit } from './swapKit.ts'
import { movePart } from './movePart.ts'
import { retirePrinter } from './retirePrinter.ts'
import { bringBackPrinter } from './bringBackPrinter.ts'
import { setSiteAddress } from './setSiteAddress.ts'
import { setSiteMains } from './setSiteMains.ts'
import { setCalendar } from './setCalendar.ts'
import { addCheckType } from './addCheckType.ts'
import { changeCheckType } from './changeCheckType.ts'
import { retireCheckType } from './retireCheckType.ts'
import { setUpset } from './setUpset.ts'
import { beginCheck } from './beginCheck.ts'
import { confirmCautions } from './confirmCautions.ts'
import { recordStep } from './recordStep.ts'
import { finishCheck } from './finishCheck.ts'
import { giveUpCheck } from './giveUpCheck.ts'
import { skipCheck } from './skipCheck.ts'
import { addReadingKind } from './addReadingKind.ts'
import { changeReadingKind } from './changeReadingKind.ts'
import { recordReading } from './recordReading.ts'
import { adjustPrinter } from './adjustPrinter.ts'
import { recordEvent } from './recordEvent.ts'
import { logEnclosure } from './logEnclosure.ts'
import { makeDuty } from './makeDuty.ts'
import { settleDuty } from './settleDuty.ts'
import { reportFault } from './reportFault.ts'
import { closeFault } from './closeFault.ts'
import { giveSignOff } from './giveSignOff.ts'
import { withdrawSignOff } from './withdrawSignOff.ts'
import { nameSymptom } from './nameSymptom.ts'
import { beginWork } from './beginWork.ts'
import { stopWork } from './stopWork.ts'
import { recordTest } from './recordTest.ts'
import { tryChange } from './tryChange.ts'
import { tellOutcome } from './tellOutcome.ts'
import { recordTestPrint } from './recordTestPrint.ts'
import { settleReturn } from './settleReturn.ts'
import { removeGuard } from './removeGuard.ts'
import { refitGuard } from './refitGuard.ts'
import { leaveSlot } from './leaveSlot.ts'
import { changeLimits } from './changeLimits.ts'
import { setUpgrade } from './setUpgrade.ts'
import { installUpgrade } from './installUpgrade.ts'
import { removeUpgrade } from './removeUpgrade.ts'
import { openCampaign } from './openCampaign.ts'
import { endCampaign } from './endCampaign.ts'
import { judgeUpgrade } from './judgeUpgrade.ts'
import { setStandingRule } from './setStandingRule.ts'
import { showPiece } from './showPiece.ts'
import { repairPart } from './repairPart.ts'
import { setItem } from './setItem.ts'
import { placeOrder } from './placeOrder.ts'
import { receiveItems } from './receiveItems.ts'
import { countItems } from './countItems.ts'
import { useItems } from './useItems.ts'
import { lendPrinter } from './lendPrinter.ts'
import { takePrinterBack } from './takePrinterBack.ts'
import { setBox } from './setBox.ts'
import { moveBox } from './moveBox.ts'
import { checkBox } from './checkBox.ts'
import { setRates } from './setRates.ts'
import { adoptPolicy } from './adoptPolicy.ts'
import { bringNeighbourLives } from './bringNeighbourLives.ts'
import { weighNeighbourLives } from './weighNeighbourLives.ts'
import { setCause } from './setCause.ts'
import { setSymptom } from './setSymptom.ts'
import { setTest } from './setTest.ts'
import { rescueLead } from './rescueLead.ts'
import { addSlot } from './addSlot.ts'
import { emptySlot } from './emptySlot.ts'
import { addSlotKind } from './addSlotKind.ts'
import { changePerson } from './changePerson.ts'
import { lockPerson } from './lockPerson.ts'
import { leavePerson } from './leavePerson.ts'
import { recordTraining } from './recordTraining.ts'
import { setShifts } from './setShifts.ts'
import { relaxRules } from './relaxRules.ts'
import { pinNotice } from './pinNotice.ts'
import { unpinNotice } from './unpinNotice.ts'
import { bookPrinter } from './bookPrinter.ts'
import { cancelBooking } from './cancelBooking.ts'
import { placeTask } from './placeTask.ts'
import { setMaterial } from './setMaterial.ts'
import { setPlanRules } from './setPlanRules.ts'

/** Every kind of action on the server's side. The key of the record is the kind's name in the contract. */
const kinds = {
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
  amend: amendBy((name) => kindOf(name)),
}

/** The registry is typed kind by kind above; whoever walks it meets any action. */
export function kindOf(name: ActionKindName): ActionKind<Action> {
  return kinds[name] as unknown as ActionKind<Action>
}
