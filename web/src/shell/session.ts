import { given } from '@diatribon/core'
import { createContext, useContext } from 'react'
import { mayDo, type Right, type Session } from '@diatribon/contract'

export interface SessionHere extends Session {
  /** Server's clock minus this device's, so that a device with a wrong clock dates its actions right. */
  offsetMs: number
}

export const SessionContext = createContext<SessionHere | null>(null)

/** The signed-in person, the site, and the time. Only inside `SignedIn`. */
export function useSession() {
  const session = given(useContext(SessionContext))
  const { person, site, offsetMs, labelsCarry } = session
  return {
    person,
    site,
    labelsCarry,
    may: (right: Right) => mayDo(person.role, right),
    nowMs: () => Date.now() + offsetMs,
  }
}

/** Whether the signed-in person may do something. */
export type May = ReturnType<typeof useSession>['may']
