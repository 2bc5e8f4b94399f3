import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { Refused } from '../ui/api.ts'
import { fieldsOf } from './draftFields.ts'

/** As a draft, for a form that records no action: what is typed is sent to an address of its own, and what was refused stands at its fields. */
export function useTyped<Draft extends object>(begun: Draft | (() => Draft)) {
  const [draft, setDraft] = useState(begun)
  const [first] = useState(draft)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const wrong: Record<string, string | undefined> = problem instanceof Refused ? problem.fields : {}

  /** Does what is asked of the server. Gives whether it was done. @param done what is said then */
  async function attempt(work: () => Promise<unknown>, done?: string): Promise<boolean> {
    setBusy(true)
    setProblem(null)
    try {
      await work()
      if (done) notifications.show({ message: done, autoClose: 4000 })
      return true
    } catch (error) {
      setProblem(error) // told under the fields
      return false
    } finally {
      setBusy(false)
    }
  }
  return { ...fieldsOf(draft, first, setDraft, (field) => ({ error: wrong[field] })), busy, problem, attempt }
}
