import { signOffLasts } from '@diatribon/contract'
import type { signOff } from '../platform/tables.ts'

/** Whether a sign-off is in force on a day of the workshop: not withdrawn, and its last day not over. */
export function signOffHolds(given: Pick<typeof signOff.$inferSelect, 'until' | 'withdrawnSeq'>, day: string): boolean {
  return given.withdrawnSeq === null && signOffLasts(given, day)
}

/** A person has each sign-off once for all models, and once more for each model. */
export const signOffId = (personId: string, signOff: string, modelId: string | null) =>
  modelId ? `${personId} ${signOff} ${modelId}` : `${personId} ${signOff}`
