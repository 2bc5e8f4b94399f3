import { and, eq, isNull, lte } from 'drizzle-orm'
import { addDays, type OtherDuty, type Urgency } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { person, printerModel, signOff } from '../platform/tables.ts'
import { lentOut } from '../rules/lentOut.ts'
import { drifting } from '../drifting/drifting.ts'
import { upgradesDue } from './upgradesDue.ts'
import { dayOf } from './urgencyOf.ts'
import { isStaff } from '../rules/mayDo.ts'

/** A sign-off that lapses within so many days is told: whoever renews it needs a day for it. */
const daysBeforeLapse = 28
/** One that has lapsed is told for so long; then it is taken as meant. */
const daysAfterLapse = 28

/** What falls due beside parts, checks and what people have put down: readings on their way to a limit, sign-offs that lapse, upgrades of a campaign. */
export async function otherDuties(db: Db, today: string): Promise<OtherDuty[]> {
  const upgrades = (await upgradesDue(db, today)).map(({ upgradeId: _, content: __, ...duty }) => duty)
  return [...(await readingsDue(db, today)), ...(await signOffsDue(db, today)), ...upgrades]
}

export async function readingsDue(db: Db, today: string): Promise<OtherDuty[]> {
  const lent = await lentOut(db)
  return (await drifting(db, today)).flatMap(({ printer, kindId, name, lists, due, crossing }): OtherDuty[] => {
    if (lent.has(printer.id)) return []
    // What has slipped at once is looked at before it runs on.
    if (lists === 'stepped')
      return [
        {
          id: `reading ${printer.id} ${kindId}`,
          kind: 'reading',
          words: name,
          why: 'has stepped at once: look what has slipped, or tell what was adjusted',
          printer,
          dueDate: today,
          dueRange: null,
          urgency: 'this week',
        },
      ]
    return lists === 'reaches' && due
      ? [
          {
            id: `reading ${printer.id} ${kindId}`,
            kind: 'reading',
            words: name,
            why: crossing.kind === 'beyond' ? 'beyond its limit' : 'on its way to its limit',
            printer,
            dueDate: due.day,
            dueRange: due.range,
            urgency: crossing.kind === 'beyond' ? 'overdue' : laterThanToday(due.day, today),
          },
        ]
      : []
  })
}

async function signOffsDue(db: Db, today: string): Promise<OtherDuty[]> {
  const rows = await db
    .select({ row: signOff, who: person, make: printerModel.make, model: printerModel.name })
    .from(signOff)
    .innerJoin(person, eq(person.id, signOff.personId))
    .leftJoin(printerModel, eq(printerModel.id, signOff.modelId))
    .where(and(isNull(signOff.withdrawnSeq), lte(signOff.until, addDays(today, daysBeforeLapse))))
  const since = addDays(today, -daysAfterLapse)
  return rows.flatMap(({ row, who, make, model }): OtherDuty[] => {
    const { id, until, signOff: what } = row
    if (until === null || until < since || !isStaff(who)) return []
    return [
      {
        id: `sign-off ${id}`,
        kind: 'sign-off',
        words: `${what}${model === null ? '' : ` on ${`${make ?? ''} ${model}`.trim()}`}: ${who.displayName}`,
        why: until < today ? 'sign-off has lapsed' : 'sign-off lapses',
        printer: null,
        dueDate: until,
        dueRange: null,
        urgency: dayOf(until, today),
      },
    ]
  })
}

/** What is on its way to a limit is not over it yet, whatever its day. */
const laterThanToday = (day: string, today: string): Urgency => (day < today ? 'this week' : dayOf(day, today))
