import { useEffect } from 'react'
import { call } from '../ui/api.ts'
import { usePresence } from '../reads/people.ts'

const beatMs = 20_000

/** Tells the others that this person has a printer open, and shows who else has. */
export function Present({ printerId, doing }: { printerId: string; doing: string }) {
  const { data: others } = usePresence(printerId, beatMs)
  useEffect(() => {
    // Unheard, it is said again with the next beat; what is not said any more, the server forgets by itself.
    const say = () => {
      if (document.visibilityState === 'visible')
        void call('put /api/presence/{id}', { at: { id: printerId }, body: { doing } }).catch(() => undefined)
    }
    say()
    const timer = setInterval(say, beatMs)
    return () => {
      clearInterval(timer)
      void call('delete /api/presence/{id}', { at: { id: printerId } }).catch(() => undefined)
    }
  }, [printerId, doing])
  if (!others || others.length === 0) return null
  return (
    <p role="status" className="quiet" style={{ margin: '4px 0' }}>
      {others.map(({ person, doing: what }) => `${person} is here too (${what})`).join('; ')}.
    </p>
  )
}
