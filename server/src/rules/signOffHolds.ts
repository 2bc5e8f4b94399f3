import type { signOff } from '../platform/tables.ts'

/** Whether a sign-off is in force at a moment: not withdrawn, and its last day (UTC) not over. */
export function signOffHolds(
  { until, withdrawnSeq }: Pick<typeof signOff.$inferSelect, 'until' | 'withdrawnSeq'>,
  at: Date,
): boolean {
  return withdrawnSeq === null && (until === null || until >= at.toISOString().slice(0, 10))
}

/** A person has each sign-off once for all models, and once more for each model. */
export const signOffId = (personId: string, signOff: string, modelId: string | null) =>
  modelId ? `${personId} ${signOff} ${modelId}` : `${personId} ${signOff}`
