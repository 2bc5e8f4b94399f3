import { createHash, randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import ical, { ICalCalendarMethod } from 'ical-generator'
import type { Db } from '../platform/database.ts'
import { calendarFeed, person, site } from '../platform/tables.ts'
import { isStaff } from '../rules/mayDo.ts'
import type { SitePlan } from './sitePlan.ts'
import { visitsOf } from './visits.ts'

const hashOf = (key: string) => createHash('sha256').update(key).digest('hex')

/** A new secret key for somebody's calendar; the one before is void. */
export async function makeFeed(db: Db, personId: string, now: Date): Promise<string> {
  const key = randomBytes(24).toString('base64url')
  const row = { keyHash: hashOf(key), since: now }
  await db
    .insert(calendarFeed)
    .values({ personId, ...row })
    .onConflictDoUpdate({ target: calendarFeed.personId, set: row })
  return key
}

export async function feedSince(db: Db, personId: string): Promise<Date | null> {
  const [row] = await db.select().from(calendarFeed).where(eq(calendarFeed.personId, personId))
  return row?.since ?? null
}

export const revokeFeed = (db: Db, personId: string) =>
  db.delete(calendarFeed).where(eq(calendarFeed.personId, personId))

/** Whose calendar a key opens; null: nobody's, or of somebody who works here no more. */
export async function feedOwner(db: Db, key: string): Promise<{ id: string; name: string } | null> {
  const [row] = await db
    .select({ who: person })
    .from(calendarFeed)
    .innerJoin(person, eq(person.id, calendarFeed.personId))
    .where(eq(calendarFeed.keyHash, hashOf(key)))
  return row && isStaff(row.who) ? { id: row.who.id, name: row.who.displayName } : null
}

/**
 * Somebody's visits as an iCalendar: whole days, each under an identifier that stays as it moves. Nothing secret stands in it; its links ask
 * for a sign-in.
 * Source: RFC 5545.
 */
export async function calendarOf(
  db: Db,
  plan: SitePlan,
  { owner, address }: { owner: { id: string; name: string }; address: string },
): Promise<string> {
  const [place] = await db.select({ name: site.name }).from(site).limit(1)
  const taskOf = new Map(plan.tasks.map((task) => [task.id, task]))
  const visits = visitsOf(plan.answer.assignments, taskOf, plan.rules.setUpMinutes).filter(
    ({ personId }) => personId === owner.id,
  )
  const calendar = ical({
    // Names of older books may hold line breaks, with which anything could be written into the file.
    name: `${place?.name ?? 'Workshop'}: ${owner.name}`.replace(/\p{Cc}+/gu, ' '),
    prodId: { company: 'diatribon', product: 'plan', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  })
  for (const { day, printer, tasks, minutes } of visits) {
    const first = tasks.map(({ id }) => id).sort()[0] ?? printer.id
    calendar.createEvent({
      id: `${createHash('sha1').update(first).digest('hex')}@diatribon`,
      start: day,
      allDay: true,
      stamp: plan.madeAt,
      lastModified: plan.madeAt,
      sequence: Math.floor(plan.madeAt.getTime() / 60_000) % 1_000_000_000,
      summary: `${printer.place} ${printer.name}: ${minutes} min`,
      description: [
        ...tasks.map(({ words, partType }) => (partType ? `${words} (${partType.name})` : words)),
        ...new Set(tasks.flatMap(({ cautions }) => cautions)),
      ].join('\n'),
      location: `${printer.room}, ${printer.place}`,
      url: `${address}/printers/${printer.id}`,
    })
  }
  return calendar.toString()
}
