import { given } from '@diatribon/core'
import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import type { Action } from '@diatribon/contract'
import { putInOutbox } from '../session/outbox.ts'
import { useSession } from '../session/session.tsx'
import { isKnown, NoConnection, sendList, untilKnown } from '../ui/api.ts'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { newKey } from '../ui/newKey.ts'
import { plural } from '../ui/words.ts'

/** What became of a line. */
export interface CountOutcome {
  isDone: boolean
  words: string
}

/**
 * Sends many meter readings at once, each for itself: one that is refused takes no other with it, and says why at its line.
 * Without a line they wait on this device, each under its own key.
 */
export function useCountMany() {
  const { nowMs, person } = useSession()
  const fetchAnew = useFetchAnew()
  /** What went out and is not known of yet goes out again under the same keys. */
  const sent = useRef(new Map<string, Action>())
  const [outcomes, setOutcomes] = useState<Record<string, CountOutcome>>({})
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)

  async function submit(counts: { printerId: string; meterHours: number }[], at: string | undefined): Promise<void> {
    setBusy(true)
    setProblem(null)
    const moment = at ?? new Date(nowMs()).toISOString()
    const actions = counts.map(({ printerId, meterHours }): Action => {
      const before = sent.current.get(printerId)
      if (before?.kind === 'count-hours' && before.meterHours === meterHours) return before
      return { key: newKey(), kind: 'count-hours', at: moment, printerId, meterHours }
    })
    for (const [i, { printerId }] of counts.entries()) sent.current.set(printerId, given(actions[i]))
    const tell = (i: number, outcome: CountOutcome) =>
      setOutcomes((all) => ({ ...all, [given(counts[i]).printerId]: outcome }))
    try {
      const results = await untilKnown(() => sendList(actions))
      for (const [i, result] of results.entries()) {
        sent.current.delete(given(counts[i]).printerId)
        tell(i, result.ok ? { isDone: true, words: 'counted' } : { isDone: false, words: result.error.message })
      }
      const good = results.filter(({ ok }) => ok).length
      if (good > 0) notifications.show({ message: `${plural(good, 'printer')} counted`, autoClose: 3000 })
      await fetchAnew()
    } catch (error) {
      if (isKnown(error) || !(error instanceof NoConnection)) return setProblem(error)
      for (const action of actions) await putInOutbox(person.id, [action], 'Hours counted')
      sent.current.clear()
      for (const i of counts.keys()) tell(i, { isDone: true, words: 'waits here' })
      notifications.show({
        message: `No connection: ${plural(counts.length, 'count')} wait on this device and go out when it is back`,
        autoClose: 6000,
      })
    } finally {
      setBusy(false)
    }
  }
  return { submit, outcomes, problem, busy }
}
