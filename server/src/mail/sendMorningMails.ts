import { and, eq, isNotNull, lt, or, sql } from 'drizzle-orm'
import { calendarDays, calendarHere } from '../platform/calendar.ts'
import { mailChoice, mailSent, person } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import { given } from '@diatribon/core'
import { planNow } from '../plan/sitePlan.ts'
import { isStaff } from '../rules/mayDo.ts'
import { localMoment } from '../rules/shifts.ts'
import type { Services } from '../services/services.ts'
import { morningMail } from './morningMail.ts'
import { mailServerHere, MailProblem, sendMail } from './post.ts'

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
    if (!isStaff(who) || address === null || !(await claim(services, who.id, today))) continue
    const settle = (state: 'sent' | 'nothing to tell' | 'failed', problem: string | null) =>
      db
        .update(mailSent)
        .set({ state, problem, at: services.clock() })
        .where(and(eq(mailSent.personId, who.id), eq(mailSent.day, today)))
    try {
      const mail = await mailFor(services, { id: who.id, name: who.displayName, address })
      if (mail) await sendMail(server, mail)
      await settle(mail ? 'sent' : 'nothing to tell', null)
      if (mail) sent++
    } catch (error) {
      // Told on the page of whoever waits for it, and to the lead; what is no matter of mail goes to the log too.
      await settle('failed', error instanceof MailProblem ? error.message : 'The mail could not be written.')
      if (!(error instanceof MailProblem)) services.onProblem(error)
    }
  }
  if (sent > 0) await db.delete(mailSent).where(lt(mailSent.at, new Date(now.getTime() - daysKept * 86_400_000)))
  return sent
}

/** Today's mail of one person; null: nothing to tell. */
export async function mailFor(services: Sender, who: { id: string; name: string; address: string }) {
  const now = services.clock()
  const plan = await planNow(services, null)
  return morningMail(services.database.db, plan, { who, now, siteUrl: services.siteUrl })
}

const minuteOf = (time: string) => {
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  return 60 * hour + minute
}

/** Whether this process sends it: the row of the day is taken by one. */
async function claim({ database: { db }, clock }: Sender, personId: string, day: string): Promise<boolean> {
  const at = clock()
  const before = new Date(at.getTime() - againAfterMs)
  const rows = await db
    .insert(mailSent)
    .values({ personId, day, state: 'sending', attempts: 1, at, problem: null })
    .onConflictDoUpdate({
      target: [mailSent.personId, mailSent.day],
      set: { state: 'sending', attempts: sql`${mailSent.attempts} + 1`, at },
      setWhere: and(
        or(eq(mailSent.state, 'failed'), eq(mailSent.state, 'sending')),
        lt(mailSent.at, before),
        lt(mailSent.attempts, mostAttempts),
      ),
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
