import type { Request, RequestHandler } from 'express'
import { mayDo, rolesWith, type Right } from '@diatribon/contract'
import type { Door } from '../actions/door.ts'
import type { Judgements } from '../lives/judgements.ts'
import type { Sessions, SignedIn } from '../people/sessions.ts'
import type { SiteCalendar } from '../plan/calendar.ts'
import type { Planning } from '../plan/duties.ts'
import type { Clock } from './clock.ts'
import type { Database } from './database.ts'
import type { Keeper } from '../logbook/keepUp.ts'
import type { Live } from './live.ts'
import { Refusal } from './refusal.ts'

/** What the areas' routes are built from. */
export interface Services {
  database: Database
  clock: Clock
  sessions: Sessions
  door: Door
  live: Live
  keeper: Keeper
  judgements: Judgements
  /** Sign-ins to show on the sign-in page; null in a real workshop. */
  demo: { names: string[]; pin: string } | null
  /** The address that people reach the site at; null: what they typed. */
  siteUrl: string | null
}

const signedInBy = new WeakMap<Request, SignedIn>()

export const cookieName = 'diatribon_session'

/** Who a request comes from, by its device token or its session; null when neither is good. */
export async function whoIs({ sessions }: Pick<Services, 'sessions'>, request: Request): Promise<SignedIn | null> {
  const bearer = bearerOf(request)
  if (bearer) return sessions.device(bearer)
  const token = sessionToken(request)
  return token ? sessions.lookUp(token) : null
}

const bearerOf = (request: Request) => /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1]

/** Lets a request pass when it comes from a signed-in person who has the right. */
export function requires(services: Services, right: Right): RequestHandler {
  return async (request, _response, next) => {
    const signedIn = await whoIs(services, request)
    if (!signedIn && bearerOf(request))
      throw new Refusal(
        401,
        'not-signed-in',
        'This device token is unknown or was revoked. Ask the lead for a new one.',
      )
    if (!signedIn)
      throw new Refusal(401, 'not-signed-in', 'You are not signed in, or your session has ended. Sign in again.')
    if (!mayDo(signedIn.person.role, right))
      throw new Refusal(
        403,
        'no-right',
        `This needs ${rolesWith(right)}; you are signed in as ${signedIn.person.role}.`,
      )
    signedInBy.set(request, signedIn)
    next()
  }
}

/** The person behind a request that has passed `requires`. */
export function signedIn(request: Request): SignedIn {
  return signedInBy.get(request)!
}

export function sessionToken(request: Request): string | undefined {
  const header = request.headers.cookie
  if (!header) return undefined
  for (const part of header.split(';')) {
    const [name, value] = part.trim().split('=', 2)
    if (name === cookieName) return value
  }
  return undefined
}

/** What a planning read works with: now, the site's zone, and the judgements as kept. */
export async function planningFor({ database, clock, judgements }: Services, request: Request): Promise<Planning> {
  return {
    db: database.db,
    now: clock(),
    calendar: calendarOf(signedIn(request)),
    judgements: await judgements.kept(),
  }
}

/** Zone and closed days of the workshop. */
export function calendarOf({ site: { timeZone, closedWeekdays, closedDays } }: SignedIn): SiteCalendar {
  return { timeZone, closedWeekdays, closedDays }
}

/** An id from the address. @throws Refusal 404 when it is no id at all */
export function idFrom(request: Request, what: string): string {
  const id = String(request.params.id).toLowerCase()
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(id))
    throw new Refusal(404, 'not-there', `There is no ${what} with this id.`)
  return id
}
