import { and, eq, isNotNull, lt, ne, or, sql } from 'drizzle-orm'
import { calendarDays, calendarHere } from '../platform/calendar.ts'
import { mailChoice, mailSent, person } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import { given } from '@diatribon/core'
import { planNow } from '../plan/sitePlan.ts'
import { isStaff } from '../rules/mayDo.ts'
import { localMoment } from '../rules/shifts.ts'
import type { Services } from '../services/services.ts'
import { morningMail } from './morningMail.ts'
import { mailServerHere, MailProblem, sendMail, type Mail, type MailServerRow } from './post.ts'

type Sender = Pick<Services, 'database' | 'planner' | 'kept' | 'clock' | 'siteUrl' | 'live' | 'onProblem'>

/** A mail that failed is tried again after so long, so many times; one whose process died while sending is too. */
const againAfterMs = 10 * 60_000
const mostAttempts = 5
/** After so many hours a morning is over: a server that was down all night does not wake people at noon. */
const morningHours = 5
const daysKept = 60

/**
 * Sends the morning mails that are due now: to everybody who wants one, once a day, whichever process comes first.
 * @returns how many were sent
 */
export async function sendMorningMails(services: Sender): Promise<number> {
  const { db } = services.database
  const server = await mailServerHere(db)
  if (!server) return 0
  const calendar = await calendarHere(db)
  const now = services.clock()
  const today = dayIn(calendar.timeZone)(now)
  const minutesLate = localMoment(calendar.timeZone, now).minute - minuteOf(server.sendAt)
  if (minutesLate < 0 || minutesLate > morningHours * 60 || !given(calendarDays(calendar, now, 0, 1)[0]).open) return 0
  const wanting = await db
    .select({ who: person, address: mailChoice.address })
    .from(mailChoice)
    .innerJoin(person, eq(person.id, mailChoice.personId))
    .where(and(eq(mailChoice.wantsMorningMail, true), isNotNull(mailChoice.address)))
  let sent = 0
  for (const { who, address } of wanting) {
    if (!isStaff(who) || address === null || !(await claim(services, who.id, today, false))) continue
    try {
      if (await sendClaimed(services, server, { id: who.id, name: who.displayName, address }, today)) sent++
    } catch (error) {
      // Told on the page of whoever waits for it, and to the lead; what is no matter of mail goes to the log too.
      if (!(error instanceof MailProblem)) services.onProblem(error)
    }
  }
  if (sent > 0) await db.delete(mailSent).where(lt(mailSent.at, new Date(now.getTime() - daysKept * 86_400_000)))
  return sent
}

/**
 * Today's mail to somebody who asks for it: it is the one of the day, so that none follows by itself.
 * @returns false: it is just being sent
 * @throws {MailProblem} it could not be sent
 */
export async function sendTodaysMail(
  services: Sender,
  server: MailServerRow,
  who: { id: string; name: string; address: string },
): Promise<boolean> {
  const today = dayIn((await calendarHere(services.database.db)).timeZone)(services.clock())
  if (!(await claim(services, who.id, today, true))) return false
  await sendClaimed(services, server, who, today, {
    to: who.address,
    subject: 'Nothing to tell today',
    text: 'Nothing is planned for you today, nothing has become overdue, and nobody has mentioned you.\n',
    id: `nothing-${who.id}`,
  })
  return true
}

/** @returns whether there was something to tell @throws whatever kept it from being sent, which stands in the row of the day too */
async function sendClaimed(
  services: Sender,
  server: MailServerRow,
  who: { id: string; name: string; address: string },
  day: string,
  nothingToTell: Mail | null = null,
): Promise<boolean> {
  const { db } = services.database
  const settle = (state: 'sent' | 'nothing to tell' | 'failed', problem: string | null) =>
    db
      .update(mailSent)
      .set({ state, problem, at: services.clock() })
      .where(and(eq(mailSent.personId, who.id), eq(mailSent.day, day)))
  try {
    const plan = await planNow(services, null)
    const found = await morningMail(db, plan, { who, now: services.clock(), siteUrl: services.siteUrl })
    const mail = found ?? nothingToTell
    if (mail) await sendMail(server, mail)
    await settle(found ? 'sent' : 'nothing to tell', null)
    return found !== null
  } catch (error) {
    await settle('failed', error instanceof MailProblem ? error.message : 'The mail could not be written.')
    throw error
  }
}

const minuteOf = (time: string) => {
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  return 60 * hour + minute
}

/**
 * Whether this process sends it: the row of the day is taken by one.
 * @param asked somebody asks for it: then it goes out again, unless it is just being sent
 */
async function claim(
  { database: { db }, clock }: Sender,
  personId: string,
  day: string,
  asked: boolean,
): Promise<boolean> {
  const at = clock()
  const longAgo = lt(mailSent.at, new Date(at.getTime() - againAfterMs))
  const unfinished = or(eq(mailSent.state, 'failed'), eq(mailSent.state, 'sending'))
  const rows = await db
    .insert(mailSent)
    .values({ personId, day, state: 'sending', attempts: 1, at, problem: null })
    .onConflictDoUpdate({
      target: [mailSent.personId, mailSent.day],
      set: { state: 'sending', at, ...(asked ? {} : { attempts: sql`${mailSent.attempts} + 1` }) },
      setWhere: asked
        ? or(ne(mailSent.state, 'sending'), longAgo)
        : and(unfinished, longAgo, lt(mailSent.attempts, mostAttempts)),
    })
    .returning({ personId: mailSent.personId })
  return rows.length > 0
}

/** Looks every minute whether morning mails are due. */
export function openPost(services: Sender, everyMs: number) {
  let running: Promise<unknown> | null = null
  const timer = setInterval(() => {
    running ??= sendMorningMails(services)
      .catch(services.onProblem)
      .finally(() => (running = null))
  }, everyMs)
  timer.unref()
  return {
    async close(): Promise<void> {
      clearInterval(timer)
      await running
    },
  }
}
