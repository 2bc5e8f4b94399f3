import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { LifeFit, RemovalReason, Role } from '@diatribon/contract'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
const entrySeq = (name: string) => bigint(name, { mode: 'number' })

/** The append-only book. A trigger refuses UPDATE, DELETE and TRUNCATE. Every other table of facts follows from it. */
export const logEntry = pgTable(
  'log_entry',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    key: uuid('key').notNull(),
    kind: text('kind').notNull(),
    printerId: uuid('printer_id'),
    at: moment('at').notNull(),
    recordedAt: moment('recorded_at').notNull(),
    personId: uuid('person_id').notNull(),
    payload: jsonb('payload').$type<Record<string, unknown>>().notNull(),
    amendsSeq: entrySeq('amends_seq'),
  },
  (t) => [
    uniqueIndex('log_entry_key').on(t.key),
    index('log_entry_printer').on(t.printerId, t.seq),
    index('log_entry_kind').on(t.kind, t.seq),
    index('log_entry_printer_kind').on(t.printerId, t.kind, t.seq),
    index('log_entry_amends')
      .on(t.amendsSeq)
      .where(sql`amends_seq is not null`),
  ],
)

export const site = pgTable('site', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull(),
  currency: text('currency').notNull(),
  labourCostMinorPerHour: integer('labour_cost_minor_per_hour').notNull(),
})

export const person = pgTable(
  'person',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    displayName: text('display_name').notNull(),
    role: text('role').$type<Role>().notNull(),
  },
  (t) => [uniqueIndex('person_name').on(sql`lower(${t.name})`), index('person_site').on(t.siteId)],
)

/** Not part of the book: PINs are secrets, not maintenance facts. */
export const credential = pgTable('credential', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  pinHash: text('pin_hash').notNull(),
  wrongPins: integer('wrong_pins').notNull().default(0),
  blockedUntil: moment('blocked_until'),
})

export const session = pgTable(
  'session',
  {
    tokenHash: text('token_hash').primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    expiresAt: moment('expires_at').notNull(),
  },
  (t) => [index('session_person').on(t.personId), index('session_expires').on(t.expiresAt)],
)

export const partType = pgTable(
  'part_type',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    slotKind: text('slot_kind').notNull(),
    priceMinor: integer('price_minor').notNull(),
    minutes: doublePrecision('minutes').notNull(),
    failureExtraMinor: integer('failure_extra_minor').notNull(),
    tradeIntervalHours: doublePrecision('trade_interval_hours').notNull(),
  },
  (t) => [uniqueIndex('part_type_name').on(t.siteId, sql`lower(${t.name})`)],
)

export const printerModel = pgTable(
  'printer_model',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    make: text('make').notNull(),
    name: text('name').notNull(),
    build: text('build').notNull(),
    slots: jsonb('slots').$type<{ name: string; kind: string }[]>().notNull(),
  },
  (t) => [uniqueIndex('printer_model_name').on(t.siteId, sql`lower(${t.make})`, sql`lower(${t.name})`)],
)

/** The last three columns repeat the newest usage row, so that a part's age now needs no look into history. */
export const printer = pgTable(
  'printer',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    modelId: uuid('model_id')
      .notNull()
      .references(() => printerModel.id),
    name: text('name').notNull(),
    room: text('room').notNull(),
    rack: text('rack').notNull(),
    place: integer('place').notNull(),
    holdReason: text('hold_reason'),
    takenInHours: doublePrecision('taken_in_hours').notNull(),
    runHours: doublePrecision('run_hours').notNull(),
    meterHours: doublePrecision('meter_hours').notNull(),
    countedAt: moment('counted_at').notNull(),
  },
  (t) => [uniqueIndex('printer_name').on(t.siteId, sql`lower(${t.name})`), index('printer_model_id').on(t.modelId)],
)

export const slot = pgTable(
  'slot',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    name: text('name').notNull(),
    kind: text('kind').notNull(),
    position: integer('position').notNull(),
  },
  (t) => [uniqueIndex('slot_name').on(t.printerId, t.name)],
)

/** A part in a slot from one counter reading to another. `changedSeq`: the newest entry that changed this row. */
export const fitting = pgTable(
  'fitting',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    slotId: uuid('slot_id')
      .notNull()
      .references(() => slot.id),
    partTypeId: uuid('part_type_id')
      .notNull()
      .references(() => partType.id),
    fittedAt: moment('fitted_at').notNull(),
    fittedHours: doublePrecision('fitted_hours').notNull(),
    fittedSeq: entrySeq('fitted_seq').notNull(),
    removedAt: moment('removed_at'),
    removedHours: doublePrecision('removed_hours'),
    removedSeq: entrySeq('removed_seq'),
    removalReason: text('removal_reason').$type<RemovalReason>(),
    takenBackSeq: entrySeq('taken_back_seq'),
    changedSeq: entrySeq('changed_seq').notNull(),
  },
  (t) => [
    uniqueIndex('fitting_one_in_slot')
      .on(t.slotId)
      .where(sql`removed_at is null and taken_back_seq is null`),
    index('fitting_slot').on(t.slotId),
    index('fitting_printer').on(t.printerId, t.fittedAt),
    index('fitting_printer_removed').on(t.printerId, t.removedAt),
    index('fitting_in_place')
      .on(t.printerId)
      .where(sql`removed_at is null and taken_back_seq is null`),
    index('fitting_part_type').on(t.partTypeId, t.removedAt),
    index('fitting_changed').on(t.changedSeq),
    index('fitting_fitted_seq').on(t.fittedSeq),
    index('fitting_removed_seq').on(t.removedSeq),
  ],
)

/** One piece of evidence about a printer's counter, with the running hours that follow from it. */
export const usage = pgTable(
  'usage',
  {
    seq: entrySeq('seq').notNull(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    at: moment('at').notNull(),
    meterHours: doublePrecision('meter_hours').notNull(),
    meterWasReset: boolean('meter_was_reset').notNull(),
    runHours: doublePrecision('run_hours').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [
    primaryKey({ name: 'usage_entry', columns: [t.seq] }),
    index('usage_printer_at')
      .on(t.printerId, t.at, t.seq)
      .where(sql`taken_back_seq is null`),
  ],
)

/** Derived, not facts: the last life fit of each part type, so that daily lists need not fit anew. May be emptied. */
export const lifeJudgement = pgTable('life_judgement', {
  partTypeId: uuid('part_type_id')
    .primaryKey()
    .references(() => partType.id),
  asOfSeq: entrySeq('as_of_seq').notNull(),
  judgedAt: moment('judged_at').notNull(),
  result: jsonb('result').$type<StoredJudgement>().notNull(),
})

export interface StoredJudgement {
  fitted: number
  failures: number
  inPlace: number
  fit: LifeFit | null
  lifeWords: string | null
  basis: string
  intervalHours: number
  costRateMinorPerHour: number | null
  runToFailureMinorPerHour: number | null
  words: string
}
