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
import type {
  Clock,
  EvidenceKind,
  JobOutcome,
  Kit,
  LifeFit,
  MachineLimits,
  ModelSlot,
  RemovalReason,
  Role,
  TakeInStepName,
} from '@diatribon/contract'
import type { HoursForecast } from '@diatribon/core'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
const entrySeq = (name: string) => bigint(name, { mode: 'number' })

const counters = () => ({
  hours: doublePrecision('hours').notNull(),
  prints: doublePrecision('prints').notNull(),
  metres: doublePrecision('metres').notNull(),
  abrasiveMetres: doublePrecision('abrasive_metres').notNull(),
})
const before = () => ({
  beforeHours: doublePrecision('before_hours').notNull(),
  beforePrints: doublePrecision('before_prints').notNull(),
  beforeMetres: doublePrecision('before_metres').notNull(),
  beforeAbrasiveMetres: doublePrecision('before_abrasive_metres').notNull(),
  beforeDays: doublePrecision('before_days').notNull(),
})
const fittedCounters = () => ({
  fittedHours: doublePrecision('fitted_hours').notNull(),
  fittedPrints: doublePrecision('fitted_prints').notNull(),
  fittedMetres: doublePrecision('fitted_metres').notNull(),
  fittedAbrasiveMetres: doublePrecision('fitted_abrasive_metres').notNull(),
})
const removedCounters = () => ({
  removedHours: doublePrecision('removed_hours'),
  removedPrints: doublePrecision('removed_prints'),
  removedMetres: doublePrecision('removed_metres'),
  removedAbrasiveMetres: doublePrecision('removed_abrasive_metres'),
})

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
  /** When nobody is here: days of the week (0 Sunday) and single days (YYYY-MM-DD). */
  closedWeekdays: jsonb('closed_weekdays').$type<number[]>().notNull(),
  closedDays: jsonb('closed_days').$type<string[]>().notNull(),
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
    agesBy: text('ages_by').$type<Clock>().notNull(),
    tradeInterval: doublePrecision('trade_interval').notNull(),
    maxNozzleC: doublePrecision('max_nozzle_c'),
    toleratesAbrasive: boolean('tolerates_abrasive'),
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
    slots: jsonb('slots').$type<ModelSlot[]>().notNull(),
    limits: jsonb('limits').$type<MachineLimits>(),
    kits: jsonb('kits').$type<Kit[]>().notNull(),
  },
  (t) => [uniqueIndex('printer_model_name').on(t.siteId, sql`lower(${t.make})`, sql`lower(${t.name})`)],
)

/**
 * The counters repeat the newest point of the printer's curve and the newest meter reading, so that a part's age now needs
 * no look into history. `curveSeq`: the newest entry that changed the curve.
 */
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
    /** The take-in is still going on, step by step. */
    takingIn: boolean('taking_in').notNull(),
    retiredReason: text('retired_reason'),
    takenInHours: doublePrecision('taken_in_hours').notNull(),
    ...counters(),
    countedAt: moment('counted_at').notNull(),
    meterHours: doublePrecision('meter_hours').notNull(),
    meterAt: moment('meter_at').notNull(),
    curveSeq: entrySeq('curve_seq').notNull(),
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
    /** Interval of its model for this slot instead of the catalogue's. */
    replaceEvery: doublePrecision('replace_every'),
  },
  (t) => [uniqueIndex('slot_name').on(t.printerId, t.name)],
)

/**
 * A part in a slot from one counter reading to another. `changedSeq`: the newest entry that changed this row. A part that
 * moves keeps its `partId`; what it had behind it before this slot stands in the `before` columns.
 */
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
    partId: uuid('part_id').notNull(),
    ageIsKnown: boolean('age_is_known').notNull(),
    ...before(),
    fittedAt: moment('fitted_at').notNull(),
    ...fittedCounters(),
    fittedSeq: entrySeq('fitted_seq').notNull(),
    removedAt: moment('removed_at'),
    ...removedCounters(),
    removedSeq: entrySeq('removed_seq'),
    removalReason: text('removal_reason').$type<RemovalReason>(),
    /** Its life goes on in another slot, whose fitting carries the record. */
    movedOn: boolean('moved_on').notNull(),
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
    index('fitting_part').on(t.partId),
  ],
)

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
    finishedAt: moment('finished_at'),
    finishedSeq: entrySeq('finished_seq'),
    outcome: text('outcome').$type<JobOutcome>(),
  },
  (t) => [
    index('job_running')
      .on(t.printerId)
      .where(sql`finished_seq is null`),
    index('job_finished_seq').on(t.finishedSeq),
  ],
)

/** A spool of filament. `leftMetres` follows from its last weighing and what jobs have used since. */
export const spool = pgTable(
  'spool',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    material: text('material').notNull(),
    abrasive: boolean('abrasive').notNull(),
    diameterMm: doublePrecision('diameter_mm').notNull(),
    densityGPerCm3: doublePrecision('density_g_per_cm3').notNull(),
    netGrams: doublePrecision('net_grams').notNull(),
    tareGrams: doublePrecision('tare_grams').notNull(),
    leftMetres: doublePrecision('left_metres').notNull(),
    weighedAt: moment('weighed_at'),
    finishedAt: moment('finished_at'),
  },
  (t) => [uniqueIndex('spool_name').on(t.siteId, sql`lower(${t.name})`)],
)

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
  },
  (t) => [index('reading_printer').on(t.printerId, t.name, t.at)],
)

/** Not part of the book: what a device proves itself with. Only the hash is kept. */
export const deviceToken = pgTable(
  'device_token',
  {
    personId: uuid('person_id')
      .primaryKey()
      .references(() => person.id),
    tokenHash: text('token_hash').notNull(),
    madeAt: moment('made_at').notNull(),
    revokedAt: moment('revoked_at'),
    lastSeenAt: moment('last_seen_at'),
  },
  (t) => [uniqueIndex('device_token_hash').on(t.tokenHash)],
)

/** Derived, not facts: the forecast of a printer's hours, kept until its curve or the calendar changes. May be emptied. */
export const hoursForecast = pgTable('hours_forecast', {
  printerId: uuid('printer_id')
    .primaryKey()
    .references(() => printer.id),
  curveSeq: entrySeq('curve_seq').notNull(),
  calendar: text('calendar').notNull(),
  result: jsonb('result').$type<{ forecast: HoursForecast | null }>().notNull(),
})

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
  interval: number
  costRateMinor: number | null
  runToFailureMinor: number | null
  words: string
}
