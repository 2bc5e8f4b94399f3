import { and, eq, isNull, lte, or, sql } from 'drizzle-orm'
import {
  addDays,
  firstClock,
  type CheckTurn,
  type OnHoldOrder,
  type PlannedTask,
  type ReplacementDuty,
  type SignOff,
} from '@diatribon/contract'
import { costOfWaiting, dayMs, daysEarly } from '@diatribon/core'
import { readingsDue } from './otherDuties.ts'
import { withPartsOnHand } from './partsOnHand.ts'
import { upgradesDue } from './upgradesDue.ts'
import { allSlotKinds } from '../actions/pieces/slotKinds.ts'
import { madeDuties } from '../faults/openFaults.ts'
import { replacementCosts } from '../lives/judgementFigure.ts'
import type { Db } from '../platform/database.ts'
import { asItStands, outOfUse } from '../rules/outOfUse.ts'
import { checkType, dueItem, partType, person, printer, site, taskChoice } from '../platform/tables.ts'

/** A duty that people have put down takes so long unless they say otherwise. Common practice, no source. */
const minutesOfDuty = 15
/** Days by which a check without a stated window may be late before that costs what it costs to do it. Common practice, no source. */
const usualWindowDays = 7
/** What waits on a printer that is on hold counts so much of what it would. */
const onHoldWeight: Record<OnHoldOrder, number> = { first: 3, last: 0.3, 'as the others': 1 }

/**
 * Everything that falls due until a day, as tasks of the plan: replacements by the rule in force, checks by their turns, readings that reach
 * their limit, upgrades of a campaign, and what people have put down. What waiting costs comes from the life of the part; of checks and duties, from what doing them is worth to the workshop.
 */
export async function planTasks(
  db: Db,
  on: { today: string; lastDay: string; now: Date; timeZone: string; onHold: OnHoldOrder },
): Promise<PlannedTask[]> {
  const { today, lastDay, onHold } = on
  const [place] = await db.select({ labour: site.labourCostMinorPerHour }).from(site).limit(1)
  const labour = place?.labour ?? 0
  const costs = new Map(
    (await db.select().from(partType)).map((type) => [type.id, { type, cost: replacementCosts(type, labour) }]),
  )
  const kinds = new Map((await allSlotKinds(db)).map((kind) => [kind.name.toLowerCase(), kind]))
  const rows = await db
    .select({ what: dueItem.what, item: dueItem.item })
    .from(dueItem)
    .innerJoin(printer, and(eq(printer.id, dueItem.printerId), isNull(printer.retiredReason)))
    .where(and(sql`${dueItem.urgency} is not null`, or(lte(dueItem.dueDate, lastDay), eq(dueItem.urgency, 'overdue'))))
  const choices = await choicesOf(db)
  const contents = new Map(
    (await db.select({ id: checkType.id, content: checkType.content }).from(checkType)).map((one) => [
      one.id,
      one.content,
    ]),
  )
  const perMinute = labour / 60
  const out = await outOfUse(db)
  const weigh = (task: PlannedTask): PlannedTask => ({
    ...task,
    riskPerDayMinor: Math.max(1, Math.round(task.riskPerDayMinor * (task.printer.out ? onHoldWeight[onHold] : 1))),
  })
  const tasks = rows.flatMap(({ what, item }): PlannedTask[] => {
    if (what === 'check') {
      const { printer: spot, checkType: check, dueDate, due, openSheetId } = asItStands(item as CheckTurn, out)
      // What is looked at before each print is nobody's round.
      if (check.beforePrint) return []
      const id = `check ${check.id} ${spot.id}`
      const window = due?.clock === 'days' ? Math.max(1, due.interval / 10) : usualWindowDays
      const task: PlannedTask = {
        id,
        kind: 'check',
        printer: spot,
        words: check.name,
        partType: null,
        minutes: check.minutes,
        due: dueDate ?? today,
        earliest: null,
        riskPerDayMinor: (check.minutes * perMinute) / window,
        role: check.needs.role,
        signOff: check.needs.signOff,
        opens: check.id,
        openSheetId,
        tools: contents.get(check.id)?.tools ?? [],
        cautions: contents.get(check.id)?.cautions ?? [],
        choice: choices.get(id) ?? null,
      }
      return [task]
    }
    const duty = asItStands(item as ReplacementDuty, out)
    const { printer: spot, slot, partType: type, dueDate, fittingId } = duty
    const id = `replace ${fittingId}`
    const known = costs.get(type.id)
    const cost = known?.cost ?? null
    const kind = kinds.get(type.slotKind.toLowerCase())
    const due = dueDate ?? today
    const task: PlannedTask = {
      id,
      kind: 'replace',
      printer: spot,
      words: slot.name,
      partType: { id: type.id, name: type.name },
      minutes: known?.type.minutes ?? minutesOfDuty,
      due,
      earliest: earliestOf(duty, due, today),
      riskPerDayMinor: costOfWaiting(
        duty.failureChance,
        cost && { preventive: cost.preventiveMinor, failure: cost.failureMinor },
      ),
      role: 'technician',
      signOff: kind?.work ?? null,
      opens: slot.id,
      openSheetId: null,
      tools: [],
      cautions: kind?.caution ? [kind.caution] : [],
      choice: choices.get(id) ?? null,
    }
    return [task]
  })
  const made = (await madeDuties(db, { inHouse: true })).filter(({ dueDate }) => dueDate <= lastDay)
  for (const { id: dutyId, printer: spot, words, dueDate } of made) {
    const id = `duty ${dutyId}`
    tasks.push({
      id,
      kind: 'duty',
      printer: spot,
      words,
      partType: null,
      minutes: minutesOfDuty,
      due: dueDate,
      earliest: null,
      riskPerDayMinor: (minutesOfDuty * perMinute) / usualWindowDays,
      role: 'operator',
      signOff: null,
      opens: dutyId,
      openSheetId: null,
      tools: [],
      cautions: [],
      choice: choices.get(id) ?? null,
    })
  }
  for (const { id, printer: spot, words, dueDate } of await readingsDue(db, today)) {
    if (!spot || dueDate > lastDay) continue
    tasks.push({
      id,
      kind: 'reading',
      printer: spot,
      words,
      partType: null,
      minutes: minutesOfDuty,
      due: dueDate,
      earliest: null,
      riskPerDayMinor: (minutesOfDuty * perMinute) / usualWindowDays,
      role: 'technician',
      signOff: null,
      opens: spot.id,
      openSheetId: null,
      tools: [],
      cautions: [],
      choice: choices.get(id) ?? null,
    })
  }
  for (const { id, printer: spot, words, dueDate, content, upgradeId } of await upgradesDue(db, today)) {
    if (!spot) continue
    tasks.push({
      id,
      kind: 'upgrade',
      printer: spot,
      words,
      partType: null,
      minutes: content.minutes,
      due: dueDate,
      earliest: null,
      riskPerDayMinor: (content.minutes * perMinute) / usualWindowDays,
      role: 'technician',
      signOff: content.signOffs[0] ?? null,
      opens: upgradeId,
      openSheetId: null,
      tools: content.tools,
      cautions: content.cautions,
      choice: choices.get(id) ?? null,
    })
  }
  return (await withPartsOnHand(db, tasks, on)).map(weigh).sort((a, b) => (a.id < b.id ? -1 : 1))
}

function earliestOf(duty: ReplacementDuty, due: string, today: string): string | null {
  const { interval, left, clock } = firstClock(duty)
  if (left <= 0 || due <= today) return null
  const daysUntilDue = Math.max(0, (Date.parse(due) - Date.parse(today)) / dayMs)
  // What ages by the calendar has as many days left as it says; a date that was moved does not change them.
  const from = addDays(due, -daysEarly({ daysUntilDue, interval, left: clock === 'days' ? daysUntilDue : left }))
  return from <= today ? null : from
}

async function choicesOf(db: Db): Promise<Map<string, NonNullable<PlannedTask['choice']>>> {
  const rows = await db
    .select({ row: taskChoice, who: person.displayName })
    .from(taskChoice)
    .innerJoin(person, eq(person.id, taskChoice.personId))
  return new Map(
    rows
      .filter(({ row }) => row.choice !== 'free')
      .map(({ row, who }) => [
        row.id,
        { choice: row.choice, day: row.day, who, reason: row.reason, forPersonId: row.forPersonId },
      ]),
  )
}

/** What somebody must be signed off for, as the planner compares it and people read it: each for one model. */
export const neededFor = (signOff: SignOff, modelName: string) => `${signOff} on ${modelName}`
