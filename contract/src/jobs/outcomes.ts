/** How a print ended. */
export const jobOutcomes = ['good', 'failed', 'stopped'] as const
export type JobOutcome = (typeof jobOutcomes)[number]
