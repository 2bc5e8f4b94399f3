import { given } from '@diatribon/core'
import { createContext, useContext, type ReactNode } from 'react'
import { addDays, mayDo, wallOf, type Right, type Session as SessionAnswer } from '@diatribon/contract'
import { WorkshopClockContext } from '../ui/workshopClock.ts'

export interface SessionHere extends SessionAnswer {
  /** Server's clock minus this device's, so that a device with a wrong clock dates its actions right. */
  offsetMs: number
}

const SessionContext = createContext<SessionHere | null>(null)

/** Shows its children to whoever this session is of. */
export function Session({ of, children }: { of: SessionHere; children: ReactNode }) {
  return (
    <SessionContext value={of}>
      <WorkshopClockContext value={of.site}>{children}</WorkshopClockContext>
    </SessionContext>
  )
}

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
    /** The day on the workshop's wall, or so many days after it. */
    dayHere: (daysOn = 0) => addDays(wallOf(new Date(Date.now() + offsetMs), site.timeZone).day, daysOn),
  }
}

/** Whether the signed-in person may do something. */
export type May = ReturnType<typeof useSession>['may']
