import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react'
import useSWR from 'swr'
import { addressOf, reads, type Session as SessionAnswer } from '@diatribon/contract'
import { callWithHeaders, Refused } from '../ui/api.ts'
import { Failed, Waiting } from '../ui/AsyncView.tsx'
import { newKey } from '../ui/newKey.ts'
import { onSessionEnd } from '../ui/signInAgain.ts'
import { Session, type SessionHere } from '../session/session.tsx'
import { SignInPage } from './SignInPage.tsx'

const SignInAgain = lazy(() => import('./SignInAgain.tsx').then((module) => ({ default: module.SignInAgain })))

const offsetKept = 'diatribon-offset-ms'

/** Who is signed in, and by how much the server's clock differs. Without a line the last answer is read, with the difference as it was then. */
const sessionHere = async (path: string): Promise<SessionHere> => {
  const asked = newKey()
  const { answer: session, headers } = await callWithHeaders<SessionAnswer>('GET', path, { 'x-asked': asked })
  if (headers.get('x-asked') !== asked) return { ...session, offsetMs: Number(localStorage.getItem(offsetKept) ?? 0) }
  const offsetMs = Date.parse(session.now) - Date.now()
  localStorage.setItem(offsetKept, String(offsetMs))
  return { ...session, offsetMs }
}

/** Shows its children to a signed-in person, else the way in. The address stays: after sign-in you are where you meant to go. */
export function SignedIn({ children }: { children: ReactNode }) {
  const { data, error, mutate } = useSWR<SessionHere, unknown>(addressOf(reads.session, {}), sessionHere, {
    revalidateOnFocus: false,
  })
  const signedOut = error instanceof Refused && error.status === 401
  const session = data ?? null
  const [asked, setAsked] = useState<((again: boolean) => void) | null>(null)
  const isHere = session !== null
  useEffect(() => {
    // What was read of a session stays when it ends; whoever signs out by himself leaves nothing.
    onSessionEnd(isHere ? () => new Promise((answer) => setAsked(() => answer)) : null)
    return () => onSessionEnd(null)
  }, [isHere])
  if (session) {
    const again = () => {
      setAsked(null)
      asked?.(true)
      void mutate()
    }
    const leave = () => location.assign('/')
    return (
      <Session of={session}>
        {children}
        {(asked !== null || signedOut) && (
          <Suspense>
            <SignInAgain person={session.person} onAgain={again} onLeave={leave} />
          </Suspense>
        )}
      </Session>
    )
  }
  if (signedOut) return <SignInPage onSignedIn={() => void mutate()} />
  if (error) return <Failed error={error} again={() => void mutate()} />
  return <Waiting />
}
