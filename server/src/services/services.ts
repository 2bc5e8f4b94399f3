import { given } from '@diatribon/core'
import { parse as parseCookie } from 'cookie'
import type { Request, RequestHandler } from 'express'
import {
  mayDo,
  rolesWith,
  type FigureName,
  type Freshness,
  type LiveNotice,
  type Topic,
  type Right,
} from '@diatribon/contract'
import type { Door } from '../actions/door.ts'
import type { Kept } from '../kept/kept.ts'
import type { Planner } from './planner.ts'
import type { Sessions, SignedIn } from './sessions.ts'
import type { SiteCalendar } from '../platform/calendar.ts'
import { labelsCarry } from '../platform/addresses.ts'
import type { WallClock } from '../platform/wallClock.ts'
import type { Database } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'

/** Tells every open page what has changed. */
export interface Announces {
  announce(this: void, notice: LiveNotice): void
  /** Of a change that no action made. */
  announceTopics(...topics: Topic[]): void
}

/** What the areas' routes are built from. */
export interface Services {
  database: Database
  clock: WallClock
  sessions: Sessions
  door: Door
  live: Announces
  kept: Kept
  planner: Planner
  /** Tells the log of what went wrong where nobody waits. */
  onProblem(this: void, error: unknown): void
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

/** The address that labels, tags and invitations of this site carry; null when phones would not find it. */
export function addressOf({ siteUrl }: Pick<Services, 'siteUrl'>, request: Request): string | null {
  return labelsCarry({
    siteUrl,
    set: signedIn(request).site.address,
    opened: `${request.protocol}://${request.headers.host}`,
  })
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
  return given(signedInBy.get(request))
}

export const sessionToken = (request: Request) => cookieOf(request, cookieName)

export function cookieOf(request: Request, name: string): string | undefined {
  const header = request.headers.cookie
  return header ? parseCookie(header)[name] : undefined
}

/** Sees to it that kept figures hold for whoever asks, as far as that is quickly done. */
export function freshFor(
  { kept }: Pick<Services, 'kept'>,
  request: Request,
  name: FigureName,
  ids: readonly string[] | 'everyone',
): Promise<Freshness> {
  return kept.fresh(name, ids, signedIn(request).person.id)
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
