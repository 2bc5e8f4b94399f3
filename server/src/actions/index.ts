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
import { setCalendar } from './setCalendar.ts'

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
  note,
  amend: amendBy((name) => kindOf(name)),
}

/** The registry is typed kind by kind above; whoever walks it meets any action. */
export function kindOf(name: ActionKindName): ActionKind<Action> {
  return kinds[name] as unknown as ActionKind<Action>
}
