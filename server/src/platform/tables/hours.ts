import { sql } from 'drizzle-orm'
import {
  boolean,
  doublePrecision,
  index,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { EvidenceKind, JobOutcome, MaterialContent } from '@diatribon/contract'
import { moment, entrySeq, counters } from './columns.ts'
import { printer } from './printers.ts'

/** One piece of evidence about a printer's counters, as it was told. */
export const usage = pgTable(
  'usage',
  {
    seq: entrySeq('seq').notNull(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    kind: text('kind').$type<EvidenceKind>().notNull(),
    fromAt: moment('from_at').notNull(),
    at: moment('at').notNull(),
    meterHours: doublePrecision('meter_hours'),
    /** What the meter stood at when it began anew; null when it simply went on. */
    meterBeganAt: doublePrecision('meter_began_at'),
    oldMeterEndedAt: doublePrecision('old_meter_ended_at'),
    hours: doublePrecision('hours').notNull(),
    prints: doublePrecision('prints').notNull(),
    metres: doublePrecision('metres').notNull(),
    abrasive: boolean('abrasive').notNull(),
    explanation: text('explanation'),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [
    primaryKey({ name: 'usage_entry', columns: [t.seq] }),
    index('usage_printer_at')
      .on(t.printerId, t.at, t.seq)
      .where(sql`taken_back_seq is null`),
    index('usage_printer_spools')
      .on(t.printerId, t.at)
      .where(sql`taken_back_seq is null and kind = 'spool'`),
    index('usage_printer_meter')
      .on(t.printerId, t.at, t.seq)
      .where(sql`taken_back_seq is null and meter_hours is not null`),
  ],
)

/** The curve of a printer's counters as it follows from its usage: straight lines between these points. */
export const counterPoint = pgTable(
  'counter_point',
  {
    id: text('id').notNull(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    at: moment('at').notNull(),
    ...counters(),
  },
  (t) => [
    primaryKey({ name: 'counter_point_id', columns: [t.id] }),
    uniqueIndex('counter_point_printer_at').on(t.printerId, t.at),
  ],
)

/** A print that was started; finished when `finishedSeq` says so. */
export const job = pgTable(
  'job',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    name: text('name').notNull(),
    startedAt: moment('started_at').notNull(),
    startedSeq: entrySeq('started_seq').notNull(),
    plannedHours: doublePrecision('planned_hours').notNull(),
    plannedMetres: doublePrecision('planned_metres'),
    material: text('material'),
    abrasive: boolean('abrasive').notNull(),
    spoolId: uuid('spool_id'),
    /** The spool that it has used, once it is finished. */
    spoolUsedId: uuid('spool_used_id'),
    finishedAt: moment('finished_at'),
    finishedSeq: entrySeq('finished_seq'),
    outcome: text('outcome').$type<JobOutcome>(),
  },
  (t) => [
    index('job_running')
      .on(t.printerId)
      .where(sql`finished_seq is null`),
    index('job_finished_seq').on(t.finishedSeq),
    index('job_printer').on(t.printerId, t.finishedAt),
  ],
)

/** What is usual for a material. */
export const material = pgTable('material', {
  id: uuid('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  content: jsonb('content').$type<MaterialContent>().notNull(),
})
