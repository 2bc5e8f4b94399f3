import { useCallback, useState } from 'react'
import type { CallAnswer, CallAsked, CallName } from '@diatribon/contract'
import { call } from '../ui/api.ts'

type Sum = Extract<CallName, `post /api/bench/${string}`>

/** A sum of the Bench: how it is asked for, and what came of it last. */
export interface SumAsked<Asked, Answer> {
  ask: (asked: Asked) => Promise<void>
  answer: { asked: Asked; answer: Answer } | null
  problem: unknown
  busy: boolean
  refuse: (problem: unknown) => void
}

/** Asks the server for a sum; keeps the last answer or the last refusal. */
export function useSum<Name extends Sum>(name: Name): SumAsked<CallAsked<Name>, CallAnswer<Name>> {
  const [answer, setAnswer] = useState<{ asked: CallAsked<Name>; answer: CallAnswer<Name> } | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const ask = useCallback(
    async (asked: CallAsked<Name>): Promise<void> => {
      setBusy(true)
      setProblem(null)
      try {
        setAnswer({ asked, answer: await call(name, { body: asked }) })
      } catch (error) {
        setAnswer(null)
        setProblem(error)
      } finally {
        setBusy(false)
      }
    },
    [name],
  )
  return { ask, answer, problem, busy, refuse: setProblem }
}
