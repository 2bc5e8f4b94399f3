import { createHash } from 'node:crypto'
import { and, asc, desc, eq, gte, isNotNull, isNull, lt, sql } from 'drizzle-orm'
import { outInWords, type CheckTurn, type ReplacementDuty } from '@diatribon/contract'
import { calendarDays, calendarHere } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { dueItem, logEntry, noteLink, person, printer, site } from '../platform/tables.ts'
import { dayIn } from '../platform/wallClock.ts'
import type { SitePlan } from '../plan/sitePlan.ts'
import { workThatMayBeDone } from '../plan/workThatMayBeDone.ts'
import { visitsOf } from '../plan/visits.ts'
import type { Mail } from './post.ts'

const mostLines = 12

/**
 * What somebody has today, what has become overdue since the last open day, and who has mentioned them; null: nothing to tell. The words of
 * notes stay in the book: a mail says only where they stand, and its links ask for a sign-in.
 * @param siteUrl where the site is reached; null: not known, then there are no links
 */
export async function morningMail(
  db: Db,
  plan: SitePlan,
  of: { who: { id: string; name: string; address: string }; now: Date; siteUrl: string | null },
): Promise<Mail | null> {
  const { who, now } = of
  const [place] = await db.select({ name: site.name, address: site.address, zone: site.timeZone }).from(site).limit(1)
  if (!place) return null
  const base = of.siteUrl ?? place.address
  const link = (path: string) => (base ? ` ${base.replace(/\/$/, '')}${path}` : '')
  const today = dayIn(place.zone)(now)
  const visits = visitsOf(
    plan.answer.assignments,
    new Map(plan.tasks.map((task) => [task.id, task])),
    plan.rules.setUpMinutes,
  ).filter(({ day, personId }) => day === today && personId === who.id)
  const overdue = await becameOverdue(db, now)
  const mentions = await unreadMentions(db, who.id)
  if (visits.length + overdue.length + mentions.length === 0) return null
  const minutes = visits.reduce((sum, visit) => sum + visit.minutes, 0)
  const lines = [
    `Good morning, ${who.name}.`,
    '',
    visits.length === 0
      ? 'Nothing is planned for you today.'
      : `Planned for you today: ${visits.length === 1 ? '1 visit' : `${visits.length} visits`}, about ${minutes} min.${link('/round')}`,
    ...visits.map(
      ({ printer: { name, place: where }, minutes: takes, tasks }) =>
        `- ${where} ${name}, ${takes} min: ${tasks.map(({ words, partType }) => (partType ? `${words} (${partType.name})` : words)).join(', ')}`,
    ),
    ...section('Overdue since the last open day', overdue, (line) => `- ${line}`),
    ...section(
      'You were mentioned',
      mentions,
      ({ seq, by, on }) =>
        `- by ${by}${on ? `, on ${on}` : ''}:${link(`/logbook/${seq}`) || ` line ${seq} of the logbook`}`,
    ),
    '',
    `You asked for this mail. To end it: ${base ? link('/plan').trim() : 'the page Plan'}, under Morning mail.`,
  ]
  return {
    to: who.address,
    subject: `${place.name}: ${visits.length === 0 ? 'nothing planned for you today' : visits.length === 1 ? '1 visit today' : `${visits.length} visits today`}`,
    text: `${lines.join('\n')}\n`,
    id: createHash('sha1').update(`${who.id} ${today}`).digest('hex'),
  }
}

function section<Item>(title: string, items: Item[], line: (item: Item) => string): string[] {
  if (items.length === 0) return []
  const more = items.length - mostLines
  return ['', `${title}:`, ...items.slice(0, mostLines).map(line), ...(more > 0 ? [`- and ${more} more`] : [])]
}

/** What was due on the last open day or later, but before today, and was not done. */
async function becameOverdue(db: Db, now: Date): Promise<string[]> {
  const calendar = await calendarHere(db)
  const day = dayIn(calendar.timeZone)
  const before = calendarDays(calendar, now, 14, 0)
    .filter(({ open }) => open)
    .map(({ startMs, endMs }) => day(new Date((startMs + endMs) / 2)))
  const since = before.at(-1) ?? day(now)
  const { out, allows } = await workThatMayBeDone(db, now)
  const waits = (printerId: string, checkTypeId: string | null) => {
    const held = out.get(printerId)
    return held && !allows(printerId, checkTypeId) ? ` – waits: ${outInWords(held)}` : ''
  }
  const rows = await db
    .select({ what: dueItem.what, item: dueItem.item })
    .from(dueItem)
    .innerJoin(printer, and(eq(printer.id, dueItem.printerId), isNull(printer.retiredReason)))
    .where(and(isNotNull(dueItem.urgency), gte(dueItem.dueDate, since), lt(dueItem.dueDate, day(now))))
    .orderBy(asc(dueItem.dueDate), desc(dueItem.leftShare))
  return rows.flatMap(({ what, item }) => {
    if (what === 'replace') {
      const { printer: where, slot, partType } = item as ReplacementDuty
      return [`${where.place} ${where.name}: ${slot.name} (${partType.name})${waits(where.id, null)}`]
    }
    const { printer: where, checkType } = item as CheckTurn
    return checkType.beforePrint
      ? []
      : [`${where.place} ${where.name}: ${checkType.name}${waits(where.id, checkType.id)}`]
  })
}

async function unreadMentions(db: Db, personId: string): Promise<{ seq: number; by: string; on: string | null }[]> {
  return db
    .select({ seq: noteLink.seq, by: person.displayName, on: printer.name })
    .from(noteLink)
    .innerJoin(logEntry, eq(logEntry.seq, noteLink.seq))
    .innerJoin(person, eq(person.id, logEntry.personId))
    .leftJoin(printer, eq(printer.id, logEntry.printerId))
    .where(
      and(
        eq(noteLink.personId, personId),
        sql`${noteLink.seq} > coalesce((SELECT m.seq FROM read_mark m WHERE m.person_id = ${personId}), 0)`,
      ),
    )
    .orderBy(desc(noteLink.seq))
    .limit(50)
}
