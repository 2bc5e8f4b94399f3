import { notifications } from '@mantine/notifications'
import { useEffect, useState } from 'react'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { plural } from '../ui/words.ts'
import { onOutboxChange, outboxOf, sendOutbox, type Waiting } from './outbox.ts'
import { useSession } from './session.tsx'

const againMs = 10_000

/** What of this person waits on this device. */
export function useOutbox(): Waiting[] {
  const { person } = useSession()
  const [list, setList] = useState<Waiting[]>([])
  useEffect(() => {
    let gone = false
    const read = () =>
      void outboxOf(person.id).then(
        (found) => !gone && setList(found),
        () => undefined,
      )
    read()
    const end = onOutboxChange(read)
    return () => {
      gone = true
      end()
    }
  }, [person.id])
  return list
}

/** Sends what waits as soon as there is a line again, and tells how it went. */
export function useSendOutbox(connected: boolean): Waiting[] {
  const { person } = useSession()
  const fetchAnew = useFetchAnew()
  const list = useOutbox()
  const waiting = list.filter(({ state }) => state === 'waiting').length
  useEffect(() => {
    if (waiting === 0) return
    const attempt = () =>
      void sendOutbox(person.id).then(({ sent, refused }) => {
        if (sent + refused === 0) return
        void fetchAnew()
        notifications.show({
          message: [
            sent > 0 && `${plural(sent, 'entry', 'entries')} that waited ${sent === 1 ? 'is' : 'are'} in the book now`,
            refused > 0 && `${plural(refused, 'entry', 'entries')} refused: see Waiting`,
          ]
            .filter(Boolean)
            .join('; '),
          autoClose: refused > 0 ? false : 5000,
        })
      })
    if (connected) attempt()
    window.addEventListener('online', attempt)
    const timer = setInterval(attempt, againMs)
    return () => {
      window.removeEventListener('online', attempt)
      clearInterval(timer)
    }
  }, [connected, waiting, person.id, fetchAnew])
  return list
}
