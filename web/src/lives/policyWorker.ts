import { comparePolicies, InputProblem, type PolicyEvidence } from '@diatribon/core'
import type { ComparedPolicy, PolicyChoice } from '@diatribon/contract'

export interface ToPolicies {
  nth: number
  evidence: PolicyEvidence
}
export type FromPolicies =
  { nth: number; policies: ComparedPolicy[]; recommended: PolicyChoice } | { nth: number; problem: string }

/** Compares rules beside the page, as often as somebody moves what they cost. */
self.onmessage = ({ data: { nth, evidence } }: MessageEvent<ToPolicies>) => {
  const tell = (message: FromPolicies) => self.postMessage(message)
  try {
    const { policies, recommended } = comparePolicies(evidence)
    tell({ nth, policies, recommended: { policy: recommended.policy, interval: recommended.interval } })
  } catch (error) {
    tell({ nth, problem: error instanceof InputProblem ? error.message : 'These costs cannot be compared.' })
  }
}
