import { useCallback, useState } from 'react'
import { call } from '../ui/api.ts'

/** Asks the server for a sum; keeps the last answer or the last refusal. */
export function useSum<Request, Answer>(path: string) {
  const [answer, setAnswer] = useState<{ asked: Request; answer: Answer } | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const ask = useCallback(
    async (asked: Request): Promise<void> => {
      setBusy(true)
      setProblem(null)
      try {
        setAnswer({ asked, answer: await call<Answer>('POST', path, asked) })
      } catch (error) {
        setAnswer(null)
        setProblem(error)
      } finally {
        setBusy(false)
      }
    },
    [path],
  )
  return { ask, answer, problem, busy, refuse: setProblem }
}
