import type { ActionShape } from './action.ts'
import { addModel, type AddModel } from './addModel.ts'
import { addPartType, type AddPartType } from './addPartType.ts'
import { admitPerson, type AdmitPerson } from './admitPerson.ts'
import { amend, type Amend } from './amend.ts'
import { countHours, type CountHours } from './countHours.ts'
import { holdPrinter, type HoldPrinter } from './holdPrinter.ts'
import { note, type Note } from './note.ts'
import { openSite, type OpenSite } from './openSite.ts'
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
import { setCalendar, type SetCalendar } from './setCalendar.ts'

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
  amend,
}
