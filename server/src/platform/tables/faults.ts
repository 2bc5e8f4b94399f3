import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, index, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { Cause, CloseFault, FaultTest, Symptom } from '@diatribon/contract'
import { moment, entrySeq } from './columns.ts'
import { printer } from './printers.ts'

/** Something to be done by a day, put down by a person. */
export const duty = pgTable(
  'duty',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    what: text('what').notNull(),
    dueDate: text('due_date').notNull(),
    dueRunHours: doublePrecision('due_run_hours'),
    /** The fault that was mended for now. */
    promiseOf: uuid('promise_of'),
    madeAt: moment('made_at').notNull(),
    madeBy: uuid('made_by').notNull(),
    madeSeq: entrySeq('made_seq').notNull(),
    settledSeq: entrySeq('settled_seq'),
  },
  (t) => [
    index('duty_open')
      .on(t.printerId)
      .where(sql`settled_seq is null`),
    index('duty_printer').on(t.printerId),
  ],
)

/** Something that was seen to be wrong. */
export const fault = pgTable(
  'fault',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    symptom: text('symptom').notNull(),
    mayGoOn: boolean('may_go_on').notNull(),
    reportedAt: moment('reported_at').notNull(),
    reportedBy: uuid('reported_by').notNull(),
    reportedSeq: entrySeq('reported_seq').notNull(),
    symptomId: uuid('symptom_id'),
    /** Running hours of the printer when it was reported and when it was closed. */
    reportedHours: doublePrecision('reported_hours').notNull(),
    reporter: text('reporter'),
    photos: jsonb('photos').$type<string[]>().notNull(),
    /** Somebody with the right said that it need not stop the printer, and why. */
    liftedAt: moment('lifted_at'),
    liftedSeq: entrySeq('lifted_seq'),
    liftedBy: uuid('lifted_by'),
    liftedReason: text('lifted_reason'),
    closedAt: moment('closed_at'),
    closedSeq: entrySeq('closed_seq'),
    closedHours: doublePrecision('closed_hours'),
    closedBy: uuid('closed_by'),
    causeId: uuid('cause_id'),
    /** null while it is open, and for good when its report was taken back. */
    closing: jsonb('closing').$type<Closing>(),
  },
  (t) => [
    index('fault_open')
      .on(t.printerId)
      .where(sql`closed_seq is null`),
    index('fault_printer').on(t.printerId, t.reportedAt),
    index('fault_symptom').on(t.symptomId, t.causeId),
    index('fault_cause').on(t.causeId),
  ],
)

/** What was found and done when a fault was closed. */
type Closing = Pick<
  CloseFault,
  'mechanism' | 'broughtAbout' | 'topic' | 'what' | 'minutes' | 'permanence' | 'photosBefore' | 'photosAfter'
>

/** What was tried on a fault, in its order. */
export const faultStep = pgTable(
  'fault_step',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    faultId: uuid('fault_id')
      .notNull()
      .references(() => fault.id),
    seq: entrySeq('seq').notNull(),
    kind: text('kind').$type<'test' | 'change'>().notNull(),
    words: text('words').notNull(),
    testId: uuid('test_id'),
    causeId: uuid('cause_id'),
    outcome: text('outcome'),
    note: text('note'),
    minutes: doublePrecision('minutes'),
    personId: uuid('person_id').notNull(),
    at: moment('at').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('fault_step_fault').on(t.faultId, t.seq)],
)

/** Symptoms, causes and tests of the knowledge. */
export const symptom = pgTable('symptom', {
  id: uuid('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  content: jsonb('content').$type<Symptom>().notNull(),
})
export const cause = pgTable('cause', {
  id: uuid('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  content: jsonb('content').$type<Cause>().notNull(),
})
export const faultTest = pgTable('fault_test', {
  id: uuid('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  content: jsonb('content').$type<FaultTest>().notNull(),
})

/** A time out of service, from report to release. */
export const downTime = pgTable(
  'down_time',
  {
    /** Number of the entry that began it. */
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    fromAt: moment('from_at').notNull(),
    /** null: it is still down. */
    untilAt: moment('until_at'),
    /** The first fault that it is down for; null: a hold without one. */
    faultId: uuid('fault_id'),
  },
  (t) => [
    index('down_time_printer').on(t.printerId, t.fromAt),
    uniqueIndex('down_time_one_open')
      .on(t.printerId)
      .where(sql`until_at is null`),
    index('down_time_fault').on(t.faultId),
  ],
)

/** When somebody worked on a printer. */
export const workSpan = pgTable(
  'work_span',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    faultId: uuid('fault_id'),
    personId: uuid('person_id').notNull(),
    fromAt: moment('from_at').notNull(),
    untilAt: moment('until_at'),
    waitingFor: text('waiting_for'),
  },
  (t) => [
    index('work_span_printer').on(t.printerId, t.fromAt),
    uniqueIndex('work_span_one_open')
      .on(t.printerId, t.personId)
      .where(sql`until_at is null`),
    index('work_span_fault').on(t.faultId),
  ],
)

export const testPrint = pgTable(
  'test_print',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    at: moment('at').notNull(),
    passed: boolean('passed').notNull(),
    personId: uuid('person_id').notNull(),
  },
  (t) => [index('test_print_printer').on(t.printerId, t.at)],
)

/** Lines of a return to service that were ticked or waived. */
export const returnTick = pgTable(
  'return_tick',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    at: moment('at').notNull(),
    item: text('item').notNull(),
    waived: text('waived'),
    note: text('note'),
    personId: uuid('person_id').notNull(),
  },
  (t) => [index('return_tick_printer').on(t.printerId, t.at)],
)

/** A factory guard that is off. */
export const guard = pgTable(
  'guard',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    name: text('name').notNull(),
    risk: text('risk').notNull(),
    offAt: moment('off_at').notNull(),
    offBy: uuid('off_by').notNull(),
    backSeq: entrySeq('back_seq'),
  },
  (t) => [
    index('guard_off')
      .on(t.printerId)
      .where(sql`back_seq is null`),
  ],
)
