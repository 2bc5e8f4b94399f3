import { useMemo, type ReactNode } from 'react'
import useSWR from 'swr'
import type { Session } from '@diatribon/contract'
import { Refused, read } from '../ui/api.ts'
import { Failed, Waiting } from '../ui/AsyncView.tsx'
import { SessionContext, type SessionHere } from './session.ts'
import { SignInPage } from './SignInPage.tsx'

const sessionHere = async (path: string): Promise<SessionHere> => {
  const session = await read<Session>(path)
  return { ...session, offsetMs: Date.parse(session.now) - Date.now() }
}

/** Shows its children to a signed-in person, else the way in. The address stays: after sign-in you are where you meant to go. */
export function SignedIn({ children }: { children: ReactNode }) {
  const { data, error, mutate } = useSWR<SessionHere>('/api/session', sessionHere, { revalidateOnFocus: false })
  const signedOut = error instanceof Refused && error.status === 401
  const session = useMemo(() => (signedOut ? null : (data ?? null)), [data, signedOut])
  if (session) return <SessionContext value={session}>{children}</SessionContext>
  if (signedOut) return <SignInPage onSignedIn={() => void mutate()} />
  if (error) return <Failed error={error} again={() => void mutate()} />
  return <Waiting />
}
