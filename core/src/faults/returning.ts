import type { TestFinding } from './posterior.ts'

/** A fault of the same symptom within so many running hours after a fix is the same fault come back. Common practice, no source. */
const returnsWithinHours = 50

/** Chance that a fix of the right cause does not hold; from memory. */
const fixFails = 0.1

/** Whether a fault is an earlier one come back: same printer, same symptom, few running hours after the fix. */
export function isReturning(fixedAtHours: number, reportedAtHours: number): boolean {
  const since = reportedAtHours - fixedAtHours
  return since >= 0 && since <= returnsWithinHours
}

/**
 * What it tells when a cause was put right and the fault is there all the same, or is gone. As a finding: under that cause the
 * fault stays only when the fix failed; under any other it stays for sure, unless it went by itself.
 */
export function afterFix(causeId: string, faultIsThere: boolean): TestFinding {
  return faultIsThere
    ? { likelihood: { [causeId]: fixFails }, otherwise: 1 }
    : { likelihood: { [causeId]: 1 - fixFails }, otherwise: fixFails / 2 }
}
