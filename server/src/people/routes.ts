import { randomUUID } from 'node:crypto'
import { Router, type Request, type Response } from 'express'
import { rateLimit } from 'express-rate-limit'
import {
  reads,
  changePinSchema,
  easyPin,
  firstRunSchema,
  joinSchema,
  signInSchema,
  type FirstRun,
  type Session,
  type SignIn,
  type Welcome,
} from '@diatribon/contract'
import { badInput, checked, Refusal } from '../platform/refusal.ts'
import { labelsCarry } from '../platform/addresses.ts'
import {
  addressOf,
  cookieName,
  cookieOf,
  idFrom,
  requires,
  sessionToken,
  signedIn,
  type Services,
} from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { site } from '../platform/tables.ts'
import { invite, join } from './invitations.ts'
import { setPin, wrongNameOrPin } from '../services/sessions.ts'
import { staff } from './staff.ts'

const cookieDays = 14
const deviceCookieDays = 180
const deviceCookieName = 'diatribon_device'
/** What an hour of work costs until the lead says otherwise, minor units. Common practice, no source. */
const usualLabourCostMinor = 3000

export function peopleRoutes(services: Services): Router {
  const { sessions, database, clock, door, demo } = services
  const router = Router()
  const serve = readsOn(services, router)

  /** Only over TLS where the page came over TLS, be it at a proxy that we trust. */
  const setCookie = (request: Request, response: Response, token: string, days: number, name = cookieName) =>
    response.append(
      'set-cookie',
      `${name}=${token}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${days * 24 * 3600}${request.secure ? '; Secure' : ''}`,
    )

  /** Signs in and leaves the session and the mark of the device with it. @returns the session’s token */
  async function signIn(request: Request, response: Response, who: SignIn): Promise<string> {
    const from = { address: request.ip ?? '', device: cookieOf(request, deviceCookieName) }
    const { token, deviceToken } = await sessions.signIn(who, from)
    setCookie(request, response, token, cookieDays)
    setCookie(request, response, deviceToken, deviceCookieDays, deviceCookieName)
    return token
  }

  // A brake on one address, beside the brake on each account.
  const brake = rateLimit({
    windowMs: 60_000,
    limit: 120,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new Refusal(
        429,
        'slowed-down',
        'Too many sign-ins from this address. Wait a minute, then try again.',
        undefined,
        60,
      )
    },
  })

  const sessionOf = (request: Parameters<typeof signedIn>[0]): Session => ({
    ...signedIn(request),
    labelsCarry: addressOf(services, request),
    now: clock().toISOString(),
  })

  router.get('/welcome', async (_request, response) => {
    const [there] = await database.db.select({ name: site.name }).from(site).limit(1)
    const welcome: Welcome = { siteName: there?.name ?? null, demo }
    response.json(welcome)
  })

  router.post('/session', brake, async (request, response) => {
    const token = await signIn(request, response, checked<SignIn>(signInSchema, request.body))
    const found = await sessions.lookUp(token)
    // The PIN was changed since it was checked, which ends every session that it opened.
    if (!found) throw wrongNameOrPin()
    const opened = `${request.protocol}://${request.headers.host}`
    const session: Session = {
      ...found,
      labelsCarry: labelsCarry({ siteUrl: services.siteUrl, set: found.site.address, opened }),
      now: clock().toISOString(),
    }
    response.status(201).json(session)
  })

  serve(reads.session, ({ request, response }) => {
    // Told back, so that a page knows an answer of this moment from one that it kept.
    const asked = request.headers['x-asked']
    if (typeof asked === 'string' && /^[0-9a-f-]{36}$/.test(asked)) response.setHeader('x-asked', asked)
    return sessionOf(request)
  })

  router.delete('/session', async (request, response) => {
    const token = sessionToken(request)
    if (token) await sessions.signOut(token)
    setCookie(request, response, '', 0)
    response.status(204).end()
  })

  router.post('/session/pin', requires(services, 'read'), brake, async (request, response) => {
    const { pin, newPin } = checked<{ pin: string; newPin: string }>(changePinSchema, request.body)
    await sessions.changePin(signedIn(request).person, pin, newPin, sessionToken(request))
    response.status(204).end()
  })

  router.delete('/sessions', requires(services, 'read'), async (request, response) => {
    await sessions.endAll(signedIn(request).person.id)
    setCookie(request, response, '', 0)
    response.status(204).end()
  })

  serve(reads.people, ({ now, db }) => staff(db, now))

  router.post('/people/:id/invitation', requires(services, 'keep the staff'), async (request, response) => {
    response.status(201).json(await invite(database.db, idFrom(request, 'person'), clock()))
  })

  router.post('/join', brake, async (request, response) => {
    const { code, pin } = checked<{ code: string; pin: string }>(joinSchema, request.body)
    const name = await join(database, { code, pin, now: clock() })
    await signIn(request, response, { name, pin })
    response.status(201).json({ name })
  })

  router.post('/first-run', brake, async (request, response) => {
    const { siteName, timeZone, currency, mainsVolts, name, displayName, pin } = checked<FirstRun>(
      firstRunSchema,
      request.body,
    )
    const easy = easyPin(pin, [name, displayName])
    if (easy) throw badInput('pin', easy)
    const [there] = await database.db.select({ id: site.id }).from(site).limit(1)
    if (there)
      throw new Refusal(409, 'site-open', 'This workshop is already open. Sign in, or ask its lead to admit you.')
    const [siteId, personId] = [randomUUID(), randomUUID()]
    const at = clock().toISOString()
    const lead = { id: personId, name, displayName, role: 'lead' as const }
    const results = await door.list(
      [
        {
          key: randomUUID(),
          kind: 'open-site',
          at,
          siteId,
          name: siteName,
          timeZone,
          currency,
          labourCostMinorPerHour: usualLabourCostMinor,
        },
        { key: randomUUID(), kind: 'admit-person', at, personId, name, displayName, role: 'lead' },
        ...(mainsVolts ? [{ key: randomUUID(), kind: 'set-site-mains' as const, at, mainsVolts }] : []),
      ],
      true,
      lead,
      siteId,
    )
    const refused = results.find((result) => !result.ok)
    if (refused && !refused.ok) {
      const { code, message, fields } = refused.error
      throw new Refusal(400, code, message, fields)
    }
    await setPin(database.db, personId, pin)
    await signIn(request, response, { name, pin })
    response.status(201).json({ siteId, personId })
  })

  return router
}
