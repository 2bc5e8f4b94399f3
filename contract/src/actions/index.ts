import type { ActionShape } from '../fields/action.ts'
import * as shapes from './areas.ts'

export type * from './areas.ts'

type ActionOf<Shape> = Shape extends ActionShape<infer A> ? A : never

/** Every kind of action there is. A new kind is its file in its area here, its file there on the server, and a line in each area's index. */
export type Action = ActionOf<(typeof shapes)[keyof typeof shapes]>
export type ActionKindName = Action['kind']
export type Actions = { [A in Action as A['kind']]: A }

const kindOf = (name: string) => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`) as ActionKindName

export const actionShapes = Object.fromEntries(
  Object.entries(shapes).map(([name, shape]) => [kindOf(name), shape]),
) as unknown as Record<ActionKindName, ActionShape>
