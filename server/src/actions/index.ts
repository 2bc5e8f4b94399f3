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
  note,
  amend: amendBy((name) => kindOf(name)),
}

/** The registry is typed kind by kind above; whoever walks it meets any action. */
export function kindOf(name: ActionKindName): ActionKind<Action> {
  return kinds[name] as unknown as ActionKind<Action>
}
