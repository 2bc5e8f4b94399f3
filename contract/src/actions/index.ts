import type { ActionShape } from '../fields/action.ts'
import * as shapes from './areas.ts'
import type { ActionKindName } from './kinds.ts'

export type * from './areas.ts'
export type { ActionKindName } from './kinds.ts'

type ActionOf<Shape> = Shape extends ActionShape<infer A> ? A : never

/** Every kind of action there is. A new kind is its file in its area here, its file there on the server, and a line in each area's index. */
export type Action = ActionOf<(typeof shapes)[keyof typeof shapes]>
export type Actions = { [Kind in ActionKindName]: Extract<Action, { kind: Kind }> }

// A shape without a name to be shown does not compile here, nor a name without a shape below.
const kindOf = (name: string): ActionKindName =>
  name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`) as Action['kind']

export const actionShapes: Record<ActionKindName, ActionShape> = Object.fromEntries(
  Object.entries(shapes).map(([name, shape]) => [kindOf(name), shape]),
) as unknown as Record<Action['kind'], ActionShape>
