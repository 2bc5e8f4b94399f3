import { policyNames, type PolicyName } from '@diatribon/core'

/** Rules that a lead can choose. */
export const adoptablePolicies = policyNames
export type AdoptablePolicy = PolicyName

/** A rule as it was chosen. */
export interface AdoptedPolicy {
  seq: number
  /** null: for all printers. */
  group: { kind: 'model' | 'printer'; id: string; name: string } | null
  /** null: dropped. */
  policy: AdoptablePolicy | null
  interval: number | null
  reason: string
  who: string
  at: string
  /** A later one has taken its place. */
  isReplaced: boolean
}
