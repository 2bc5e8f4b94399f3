/** The shapes of all actions with the means to check them: a room of its own, since it is heavy to bring to a phone. */
export { actionShapes } from './actions/index.ts'
export { limitsOf, type FieldLimits, type Limits } from './fields/limitsOf.ts'
export { readInput } from './fields/readInput.ts'
