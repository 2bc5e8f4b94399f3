import { sql } from 'drizzle-orm'
import { doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { OnHoldOrder, TaskChoice } from '@diatribon/contract'
import type { PlanAnswer } from '@diatribon/core'
import type { PlannedTask } from '@diatribon/contract'
import { entrySeq, moment } from './columns.ts'
import { person, site } from './people.ts'
import { printer } from './printers.ts'

/** Days on which a printer is spoken for. */
export const booking = pgTable(
  'booking',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    /** First and last day, YYYY-MM-DD. */
    fromDay: text('from_day').notNull(),
    untilDay: text('until_day').notNull(),
    words: text('words').notNull(),
    personId: uuid('person_id').notNull(),
    at: moment('at').notNull(),
    cancelledSeq: entrySeq('cancelled_seq'),
  },
  (t) => [
    index('booking_printer')
      .on(t.printerId, t.untilDay)
      .where(sql`cancelled_seq is null`),
  ],
)

/** What somebody has said of a task of the plan: the newest word holds. */
export const taskChoice = pgTable('task_choice', {
  /** The task, as "replace …", "check … …" or "duty …". */
  id: text('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  printerId: uuid('printer_id').notNull(),
  choice: text('choice').$type<TaskChoice>().notNull(),
  /** Of a pinned one the day it is done on; of one that is left out, the day from which it counts again. */
  day: text('day'),
  forPersonId: uuid('for_person_id'),
  reason: text('reason'),
  personId: uuid('person_id').notNull(),
  at: moment('at').notNull(),
})

/** By which rules a workshop plans. */
export const planRules = pgTable('plan_rules', {
  id: uuid('id')
    .primaryKey()
    .references(() => site.id),
  siteId: uuid('site_id').notNull(),
  days: integer('days').notNull(),
  /** Share of a shift that is there for maintenance. */
  shareOfShift: doublePrecision('share_of_shift').notNull(),
  setUpMinutes: doublePrecision('set_up_minutes').notNull(),
  changeCostMinor: integer('change_cost_minor').notNull(),
  onHold: text('on_hold').$type<OnHoldOrder>().notNull(),
})

/** Not part of the book: with its key a calendar program reads what somebody has to do. Only the hash is kept. */
export const calendarFeed = pgTable('calendar_feed', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  keyHash: text('key_hash').notNull().unique(),
  since: moment('since').notNull(),
})

/** Derived, not facts: plans as they were worked out. The newest is shown; those of earlier days tell what has changed. */
export const keptPlan = pgTable(
  'kept_plan',
  {
    /** Day of the workshop for which it was made. */
    day: text('day').primaryKey(),
    /** What it was worked out from: another problem makes it stale. */
    mark: text('mark').notNull(),
    madeAt: moment('made_at').notNull(),
    answer: jsonb('answer').$type<PlanAnswer>().notNull(),
    tasks: jsonb('tasks').$type<PlannedTask[]>().notNull(),
    /** 1: the solver has had its turn; 0: not yet; 2: not yet, and somebody wants what it has by now. */
    solved: integer('solved').notNull(),
  },
  (t) => [uniqueIndex('kept_plan_day').on(t.day)],
)
