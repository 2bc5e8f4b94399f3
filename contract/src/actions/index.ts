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
  note,
  amend,
}
