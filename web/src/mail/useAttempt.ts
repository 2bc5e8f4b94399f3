import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { Refused } from '../ui/api.ts'

/** Does what is asked of the server, fetches anew, and says so; what it refused stands with its fields. */
export function useAttempt(again: () => Promise<unknown>) {
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const attempt = async (work: () => Promise<unknown>, done: string) => {
    setBusy(true)
    setProblem(null)
    try {
      await work()
      await again()
      notifications.show({ message: done, autoClose: 4000 })
    } catch (error) {
      setProblem(error) // told under the fields
    } finally {
      setBusy(false)
    }
  }
  return { attempt, busy, problem, fields: problem instanceof Refused ? problem.fields : {} }
}
