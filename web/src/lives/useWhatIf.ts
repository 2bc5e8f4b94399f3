import { useEffect, useRef, useState } from 'react'
import type { LifeEvidence } from '@diatribon/contract'
import type { FromPolicies, ToPolicies } from './policyWorker.ts'

/** What a replacement and a failure cost, as they are tried; minor units of money, minutes. */
export interface TriedCosts {
  priceMinor: number
  minutes: number
  labourMinorPerHour: number
  failureExtraMinor: number
}

/** Rules at tried costs, reckoned in a worker; the last answer stays until the next one is there. */
export function useWhatIf(evidence: LifeEvidence, costs: TriedCosts | null): FromPolicies | null {
  const worker = useRef<Worker | null>(null)
  const nth = useRef(0)
  const [answer, setAnswer] = useState<FromPolicies | null>(null)
  useEffect(() => {
    const own = new Worker(new URL('./policyWorker.ts', import.meta.url), { type: 'module' })
    own.onmessage = ({ data }: MessageEvent<FromPolicies>) => {
      if (data.nth === nth.current) setAnswer(data)
    }
    worker.current = own
    return () => own.terminate()
  }, [])
  useEffect(() => {
    if (!costs) return
    const preventive = costs.priceMinor + (costs.minutes / 60) * costs.labourMinorPerHour
    const { together, looks } = evidence
    const shared = (Math.min(together?.sharedMinutes ?? 0, costs.minutes) / 60) * costs.labourMinorPerHour
    const asked: ToPolicies = {
      nth: ++nth.current,
      evidence: {
        records: evidence.records,
        neighbours: evidence.neighbours,
        neighbourWeight: 1,
        tradeInterval: evidence.tradeInterval,
        tradeWeight: evidence.tradeWeight,
        cost: { preventive, failure: preventive + costs.failureExtraMinor },
        ...(together ? { together: { rate: together.rate, cost: Math.max(1, preventive - shared) } } : {}),
        ...(looks
          ? {
              looks: {
                nodes: looks.nodes,
                longest: looks.longest,
                cost: (looks.minutes / 60) * costs.labourMinorPerHour,
              },
            }
          : {}),
      },
    }
    worker.current?.postMessage(asked)
  }, [evidence, costs])
  return costs ? answer : null
}
