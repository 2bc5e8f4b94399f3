import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, index, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { PrinterEvent, ReadingKind, RecordReading, TakeInStepName } from '@diatribon/contract'
import { moment, entrySeq } from './columns.ts'
import { site } from './people.ts'
import { printer } from './printers.ts'

/** A measured or chosen value of a printer. */
export const reading = pgTable(
  'reading',
  {
    id: text('id').primaryKey(),
    seq: entrySeq('seq').notNull(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    step: text('step').$type<TakeInStepName>(),
    name: text('name').notNull(),
    value: doublePrecision('value'),
    unit: text('unit'),
    choice: text('choice'),
    isBaseline: boolean('is_baseline').notNull(),
    at: moment('at').notNull(),
    runHours: doublePrecision('run_hours').notNull(),
    /** take-in, check, bench, typed or adjustment. */
    source: text('source').notNull().default('take-in'),
    instrument: text('instrument'),
    mesh: jsonb('mesh').$type<RecordReading['mesh']>(),
    sheetId: uuid('sheet_id'),
    stepId: uuid('step_id'),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [
    index('reading_printer').on(t.printerId, t.name, t.at),
    index('reading_seq').on(t.seq),
    index('reading_sheet').on(t.sheetId),
  ],
)

/** What is measured: readings go by its name. */
export const readingKind = pgTable(
  'reading_kind',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    unit: text('unit').notNull(),
    lower: doublePrecision('lower'),
    upper: doublePrecision('upper'),
    limitsToConfirm: boolean('limits_to_confirm').notNull().default(false),
    limitsFrom: text('limits_from'),
    models: jsonb('models').$type<ReadingKind['models']>().notNull(),
    corrections: text('corrections').$type<ReadingKind['corrections']>().notNull(),
  },
  (t) => [uniqueIndex('reading_kind_name').on(t.siteId, sql`lower(${t.name})`)],
)

/** Something was adjusted on a printer: a mark on the charts of these readings. */
export const adjustment = pgTable(
  'adjustment',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    readings: jsonb('readings').$type<string[]>().notNull(),
    what: text('what').notNull(),
    at: moment('at').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('adjustment_printer').on(t.printerId, t.at)],
)

/** Something happened to a printer, beside part changes, that calls for checks and upsets readings. */
export const printerEvent = pgTable(
  'printer_event',
  {
    /** Number of the entry and the event: one entry may tell of two. */
    id: text('id').primaryKey(),
    seq: entrySeq('seq').notNull(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    event: text('event').$type<PrinterEvent>().notNull(),
    words: text('words'),
    at: moment('at').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('printer_event_printer').on(t.printerId, t.event, t.at), index('printer_event_seq').on(t.seq)],
)
