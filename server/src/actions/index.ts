import type { Action, ActionKindName, Actions } from '@diatribon/contract'
import type { ActionKind } from './actionKind.ts'
import * as areas from './areas.ts'

type Camel<Name extends string> = Name extends `${infer Head}-${infer Tail}`
  ? `${Head}${Capitalize<Camel<Tail>>}`
  : Name
type Kinds = { [Name in ActionKindName as Camel<Name>]: ActionKind<Actions[Name]> }

/** Every kind of action on the server's side, by its name: the compiler misses the one that is not there. */
const kinds: Kinds = { ...areas, amend: areas.amendBy((name) => kindOf(name)) }

/** The registry is typed kind by kind above; whoever walks it meets any action. */
export function kindOf(name: ActionKindName): ActionKind<Action> {
  const camel = name.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase())
  return kinds[camel as keyof Kinds] as unknown as ActionKind<Action>
}
