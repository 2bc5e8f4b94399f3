import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { CheckContent, NeededState, PrinterEvent, SheetOutcome, SignOff } from '@diatribon/contract'
import { moment, entrySeq } from './columns.ts'
import { site } from './people.ts'
import { printer } from './printers.ts'

/** A check as it is now; its versions stand beside it. */
export const checkType = pgTable(
  'check_type',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    version: integer('version').notNull(),
    content: jsonb('content').$type<CheckContent>().notNull(),
    retired: boolean('retired').notNull(),
    /** Since when its turns count. */
    addedAt: moment('added_at').notNull(),
  },
  (t) => [uniqueIndex('check_type_name').on(t.siteId, sql`lower(${t.name})`)],
)

export const checkVersion = pgTable(
  'check_version',
  {
    /** Id of the check type and number of the version. */
    id: text('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    checkTypeId: uuid('check_type_id')
      .notNull()
      .references(() => checkType.id),
    version: integer('version').notNull(),
    content: jsonb('content').$type<CheckContent>().notNull(),
    at: moment('at').notNull(),
    personId: uuid('person_id').notNull(),
  },
  (t) => [index('check_version_type').on(t.checkTypeId, t.version)],
)

/** What a change upsets. */
export const upset = pgTable(
  'upset',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    changed: text('changed').notNull(),
    slotKinds: jsonb('slot_kinds').$type<string[]>().notNull(),
    events: jsonb('events').$type<PrinterEvent[]>().notNull(),
    redo: jsonb('redo').$type<string[]>().notNull(),
    restarts: jsonb('restarts').$type<string[]>().notNull(),
    also: jsonb('also').$type<string[]>().notNull(),
    caution: text('caution'),
    waitHours: doublePrecision('wait_hours').notNull().default(0),
    waitFor: text('wait_for'),
    signOff: text('sign_off').$type<SignOff>(),
    dropped: boolean('dropped').notNull(),
  },
  (t) => [index('upset_site').on(t.siteId)],
)

/** One doing of a check on a printer; a skipped turn is one that was never begun. */
export const checkSheet = pgTable(
  'check_sheet',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    checkTypeId: uuid('check_type_id')
      .notNull()
      .references(() => checkType.id),
    version: integer('version').notNull(),
    begunAt: moment('begun_at').notNull(),
    begunBy: uuid('begun_by').notNull(),
    /** Why a lead had it begun although the printer was stopped or on hold. */
    exception: text('exception'),
    confirmed: jsonb('confirmed').$type<{ state: NeededState; personId: string; at: string }[]>().notNull(),
    finishedAt: moment('finished_at'),
    finishedSeq: entrySeq('finished_seq'),
    finishedBy: uuid('finished_by'),
    outcome: text('outcome').$type<SheetOutcome>(),
    reason: text('reason'),
  },
  (t) => [
    uniqueIndex('check_sheet_one_open')
      .on(t.printerId, t.checkTypeId)
      .where(sql`outcome is null`),
    index('check_sheet_last').on(t.printerId, t.checkTypeId, t.finishedAt),
    index('check_sheet_printer').on(t.printerId, t.finishedAt),
    index('check_sheet_finished_seq').on(t.finishedSeq),
    index('check_sheet_type').on(t.checkTypeId),
  ],
)

export const stepResult = pgTable(
  'step_result',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    sheetId: uuid('sheet_id')
      .notNull()
      .references(() => checkSheet.id),
    stepId: uuid('step_id').notNull(),
    personId: uuid('person_id').notNull(),
    at: moment('at').notNull(),
    done: boolean('done').notNull(),
    value: doublePrecision('value'),
    unit: text('unit'),
    choice: text('choice'),
    text: text('text'),
    photos: jsonb('photos').$type<string[]>().notNull(),
    isOut: boolean('is_out').notNull(),
    note: text('note'),
    replacedSeq: entrySeq('replaced_seq'),
  },
  (t) => [index('step_result_sheet').on(t.sheetId, t.seq)],
)
