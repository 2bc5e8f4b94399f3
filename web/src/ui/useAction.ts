import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import { useSWRConfig } from 'swr'
import type { Action } from '@diatribon/contract'
import { useSession } from '../shell/session.ts'
import { NoConnection, Refused, send } from './api.ts'

type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> & { at?: string } : never

/** Sends one action from a form, and says how it went. */
export function useAction(done: string, onDone: () => void) {
  const { nowMs } = useSession()
  const { mutate } = useSWRConfig()
  const header = useRef<{ key: string; at: string }>(undefined)
  const [problem, setProblem] = useState<unknown>(null)
  const [fields, setFields] = useState<Record<string, string>>({})
  const [busy, setBusy] = useState(false)

  async function submit(action: WithoutHeader<Action>): Promise<void> {
    setBusy(true)
    setProblem(null)
    setFields({})
    // After a lost answer the same key and moment go out again, so that the action is recorded once.
    header.current ??= { key: newKey(), at: new Date(nowMs()).toISOString() }
    try {
      await send({ ...header.current, ...action } as Action)
      await mutate((name) => typeof name === 'string' && name.startsWith('/api/'))
      notifications.show({ message: done, autoClose: 3000 })
      onDone()
    } catch (error) {
      if (!(error instanceof NoConnection)) header.current = undefined
      if (error instanceof Refused) setFields(error.fields)
      setProblem(
        error instanceof NoConnection
          ? new Error('No connection: not recorded yet. Try again when it is back; it is recorded only once.')
          : error,
      )
    } finally {
      setBusy(false)
    }
  }
  return { submit, problem, fields, busy }
}

/** crypto.randomUUID is missing on pages that came over plain HTTP from another machine. */
export function newKey(): string {
  if (crypto.randomUUID) return crypto.randomUUID()
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  bytes[6] = (bytes[6]! & 0x0f) | 0x40
  bytes[8] = (bytes[8]! & 0x3f) | 0x80
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')
}
