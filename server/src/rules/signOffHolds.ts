import type { signOff } from '../platform/tables.ts'

/** Whether a sign-off is in force on a day of the workshop: not withdrawn, and its last day not over. */
export function signOffHolds(
  { until, withdrawnSeq }: Pick<typeof signOff.$inferSelect, 'until' | 'withdrawnSeq'>,
  day: string,
): boolean {
  return withdrawnSeq === null && (until === null || until >= day)
}

/** A person has each sign-off once for all models, and once more for each model. */
export const signOffId = (personId: string, signOff: string, modelId: string | null) =>
  modelId ? `${personId} ${signOff} ${modelId}` : `${personId} ${signOff}`
