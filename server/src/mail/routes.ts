import { Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import { and, count, desc, eq } from 'drizzle-orm'
import { reads, mailServerSchema, mayDo, myMailSchema, type MyMail, type SetMailServer } from '@diatribon/contract'
import { mailChoice, mailSent } from '../platform/tables.ts'
import { badInput, checked, Refusal } from '../platform/refusal.ts'
import { dayIn } from '../platform/wallClock.ts'
import { requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { forgetMailServer, mailServerHere, MailProblem, setMailServer, shownServer } from './post.ts'
import { sendTodaysMail } from './sendMorningMails.ts'

/** A password goes over a line that others may hear only on this machine itself. */
const isOwnMachine = (host: string) => /^(localhost|127\.0\.0\.1|\[?::1\]?)$/i.test(host)

/** Whoever tries it out needs a few; nobody needs many. */
const brake = rateLimit({
  windowMs: 60_000,
  limit: 6,
  keyGenerator: (request) => signedIn(request).person.id,
  standardHeaders: 'draft-8',
  legacyHeaders: false,
  handler: () => {
    throw new Refusal(429, 'slowed-down', 'That were many mails in a minute. Wait a little.', undefined, 60)
  },
})

export function mailRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  const { db } = services.database
  serve(reads.mail, async ({ reader, site, now, db }) => {
    const server = await mailServerHere(db)
    const isLead = mayDo(reader.role, 'set up the site')
    const [mine] = await db.select().from(mailChoice).where(eq(mailChoice.personId, reader.id))
    const [last] = await db
      .select()
      .from(mailSent)
      .where(eq(mailSent.personId, reader.id))
      .orderBy(desc(mailSent.day))
      .limit(1)
    const [failed] = await db
      .select({ mails: count() })
      .from(mailSent)
      .where(and(eq(mailSent.day, dayIn(site.timeZone)(now)), eq(mailSent.state, 'failed')))
    return {
      mine: { address: mine?.address ?? null, wantsMorningMail: mine?.wantsMorningMail ?? false },
      sendAt: server?.sendAt ?? null,
      last: last ? { day: last.day, state: last.state, problem: last.problem } : null,
      server: isLead && server ? shownServer(server) : null,
      hasPassword: isLead && Boolean(server?.password),
      failedToday: isLead ? (failed?.mails ?? 0) : 0,
    }
  })
  router.put('/mail/mine', requires(services, 'read'), async (request, response) => {
    const row = checked<MyMail>(myMailSchema, request.body)
    if (row.wantsMorningMail && row.address === null)
      throw badInput('address', 'Your mail address is missing: without one no morning mail can be sent.')
    await db
      .insert(mailChoice)
      .values({ personId: signedIn(request).person.id, ...row })
      .onConflictDoUpdate({ target: mailChoice.personId, set: row })
    response.status(204).end()
  })
  router.put('/mail/server', requires(services, 'set up the site'), async (request, response) => {
    const set = checked<SetMailServer>(mailServerSchema, request.body)
    if (set.security === 'none' && set.user !== null && !isOwnMachine(set.host))
      throw badInput(
        'security',
        'Security is none: a name and password would go over an open line. Choose TLS or STARTTLS, or leave the name empty.',
      )
    await setMailServer(db, set)
    services.live.announceTopics('mail')
    response.status(204).end()
  })
  router.delete('/mail/server', requires(services, 'set up the site'), async (_request, response) => {
    await forgetMailServer(db)
    services.live.announceTopics('mail')
    response.status(204).end()
  })
  /** Today's mail to oneself, now: so that whoever sets it up sees that it comes. It is the one of the day. */
  router.post('/mail/now', requires(services, 'read'), brake, async (request, response) => {
    const { person } = signedIn(request)
    const server = await mailServerHere(db)
    const [mine] = await db.select().from(mailChoice).where(eq(mailChoice.personId, person.id))
    if (!server) throw new Refusal(409, 'no-mail-server', 'No mail server is set. A lead sets it under Workshop.')
    if (!mine?.address) throw new Refusal(409, 'no-mail-address', 'Set your mail address first.')
    try {
      const who = { id: person.id, name: person.displayName, address: mine.address }
      if (!(await sendTodaysMail(services, server, who)))
        throw new Refusal(409, 'mail-on-its-way', 'Today’s mail is just being sent to you.')
    } catch (error) {
      if (error instanceof MailProblem) throw new Refusal(503, 'mail-not-sent', error.message)
      throw error
    }
    response.json({ to: mine.address })
  })
  return router
}
