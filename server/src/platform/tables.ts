import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  customType,
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
import type { Scatter } from '@diatribon/core'
import type {
  CheckContent,
  CloseFault,
  Clock,
  DriftingReading,
  EvidenceKind,
  JobOutcome,
  Kit,
  LifeFit,
  MachineLimits,
  ModelBed,
  ModelSlot,
  NeededState,
  PrinterEvent,
  ReadingKind,
  RecordReading,
  Relaxable,
  Cause,
  FaultTest,
  Symptom,
  ShiftPlan,
  RemovalReason,
  Role,
  SheetOutcome,
  SignOff,
  TakeInStepName,
  Weekday,
} from '@diatribon/contract'
import type { HoursForecast } from '@diatribon/core'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })
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
  weekBegins: integer('week_begins').$type<Weekday>().notNull().default(1),
  /** Sign-offs that this workshop does without. */
  relaxed: jsonb('relaxed').$type<Relaxable[]>().notNull().default([]),
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
    /** May not sign in for now, and why. */
    lockedReason: text('locked_reason'),
    leftAt: moment('left_at'),
    shifts: jsonb('shifts').$type<ShiftPlan>().notNull().default({ weekly: [], days: [] }),
  },
  (t) => [uniqueIndex('person_name').on(sql`lower(${t.name})`), index('person_site').on(t.siteId)],
)

/** Not part of the book: PINs are secrets, not maintenance facts. */
export const credential = pgTable('credential', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  pinHash: text('pin_hash').notNull(),
})

/** Tries at a name's PIN since the last right one, whether anybody has that name or not. */
export const signInBrake = pgTable('sign_in_brake', {
  nameHash: text('name_hash').primaryKey(),
  tries: integer('tries').notNull(),
  blockedUntil: moment('blocked_until'),
  lastAt: moment('last_at').notNull(),
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
    priceMinor: integer('price_minor'),
    minutes: doublePrecision('minutes').notNull(),
    failureExtraMinor: integer('failure_extra_minor'),
    agesBy: text('ages_by').$type<Clock>().notNull(),
    tradeInterval: doublePrecision('trade_interval').notNull(),
    maxNozzleC: doublePrecision('max_nozzle_c'),
    toleratesAbrasive: boolean('tolerates_abrasive'),
  },
  (t) => [uniqueIndex('part_type_name').on(t.siteId, sql`lower(${t.name})`)],
)

/** Kinds of slot beside those of the table that everybody has. */
export const slotKind = pgTable(
  'slot_kind',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    work: text('work').$type<SignOff>(),
    caution: text('caution'),
  },
  (t) => [uniqueIndex('slot_kind_name').on(t.siteId, sql`lower(${t.name})`)],
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
    /** Whether somebody has held them against the maker's sheet. */
    limitsConfirmed: boolean('limits_confirmed').notNull().default(true),
    kits: jsonb('kits').$type<Kit[]>().notNull(),
    bed: jsonb('bed').$type<ModelBed>(),
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
    /** What the thermometer in its enclosure told last, and the hours above the limit so far. */
    enclosureC: doublePrecision('enclosure_c'),
    enclosureAt: moment('enclosure_at'),
    hotHours: doublePrecision('hot_hours').notNull().default(0),
    /** When its hours last grew, and what it printed last: what tells of a pause and of another material. */
    ranAt: moment('ran_at'),
    material: text('material'),
    /** Since when it is on hold. */
    heldAt: moment('held_at'),
    /** Since when what was changed must be put right before it is used again; null: nothing to put right. */
    upsetSince: moment('upset_since'),
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
    /** When the printer got it; null: with the take-in. */
    addedAt: moment('added_at'),
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

/** A logged temperature, with the limit of its day. */
export const enclosureSample = pgTable(
  'enclosure_sample',
  {
    id: text('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    at: moment('at').notNull(),
    celsius: doublePrecision('celsius').notNull(),
    limitC: doublePrecision('limit_c'),
    /** Hours above the limit between the sample before and this one. */
    hotHours: doublePrecision('hot_hours').notNull(),
  },
  (t) => [uniqueIndex('enclosure_sample_printer_at').on(t.printerId, t.at)],
)

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

export const training = pgTable(
  'training',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    topic: text('topic').notNull(),
    day: text('day').notNull(),
    note: text('note'),
    by: uuid('by').notNull(),
  },
  (t) => [index('training_person').on(t.personId)],
)

export const notice = pgTable('notice', {
  id: uuid('id').primaryKey(),
  siteId: uuid('site_id').notNull(),
  text: text('text').notNull(),
  until: text('until').notNull(),
  at: moment('at').notNull(),
  personId: uuid('person_id').notNull(),
  takenDownSeq: entrySeq('taken_down_seq'),
})

/** Whom a note is for, and which entry it answers. */
export const noteLink = pgTable(
  'note_link',
  {
    /** Number of the note and what it points at. */
    id: text('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    seq: entrySeq('seq').notNull(),
    personId: uuid('person_id'),
    toSeq: entrySeq('to_seq'),
  },
  (t) => [
    index('note_link_person').on(t.personId, t.seq),
    index('note_link_to').on(t.toSeq),
    index('note_link_seq').on(t.seq),
  ],
)

/** The chain that makes the book tamper-evident: each line of a printer is sealed together with the one before. Append-only. */
export const logSeal = pgTable(
  'log_seal',
  {
    seq: entrySeq('seq').primaryKey(),
    /** The printer, or the site for lines that belong to none. */
    chainId: uuid('chain_id').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [index('log_seal_chain').on(t.chainId, t.seq)],
)

const tsvector = customType<{ data: string }>({ dataType: () => 'tsvector' })

/** Derived, not facts: the words of every line as a reader sees them, for the search. May be emptied. */
export const logSearch = pgTable(
  'log_search',
  {
    seq: entrySeq('seq').primaryKey(),
    words: tsvector('words').notNull(),
    partTypes: uuid('part_types').array().notNull(),
  },
  (t) => [index('log_search_words').using('gin', t.words), index('log_search_part_types').using('gin', t.partTypes)],
)

/** A person's own, not facts: searches that were kept, and how far the book was read. */
export const savedView = pgTable(
  'saved_view',
  {
    id: uuid('id').primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    name: text('name').notNull(),
    query: text('query').notNull(),
  },
  (t) => [uniqueIndex('saved_view_name').on(t.personId, sql`lower(${t.name})`)],
)
export const readMark = pgTable('read_mark', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  seq: entrySeq('seq').notNull(),
})

/** Not part of the book: with its code somebody who was admitted chooses a PIN. Only the hash is kept. */
export const invitation = pgTable('invitation', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  codeHash: text('code_hash').notNull(),
  expiresAt: moment('expires_at').notNull(),
})

/** Not facts: who has which printer open at this moment. */
export const presence = pgTable(
  'presence',
  {
    /** Printer and person. */
    id: text('id').primaryKey(),
    printerId: uuid('printer_id').notNull(),
    personId: uuid('person_id').notNull(),
    doing: text('doing').notNull(),
    seenAt: moment('seen_at').notNull(),
  },
  (t) => [index('presence_printer').on(t.printerId)],
)

/** What a person is signed off for. */
export const signOff = pgTable(
  'sign_off',
  {
    /** Id of the person and the sign-off. */
    id: text('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    signOff: text('sign_off').$type<SignOff>().notNull(),
    /** Only on printers of this model. */
    modelId: uuid('model_id'),
    until: text('until'),
    withdrawnSeq: entrySeq('withdrawn_seq'),
  },
  (t) => [index('sign_off_person').on(t.personId)],
)

/** Photos. Not lines of the book, but part of every backup. */
export const attachment = pgTable(
  'attachment',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    personId: uuid('person_id').notNull(),
    addedAt: moment('added_at').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    bytes: bytea('bytes').notNull(),
  },
  (t) => [index('attachment_site').on(t.siteId)],
)

/** Derived, not facts: which readings of a printer drift, kept until something about them changes. May be emptied. */
export const printerDrift = pgTable('printer_drift', {
  printerId: uuid('printer_id')
    .primaryKey()
    .references(() => printer.id),
  asOf: text('as_of').notNull(),
  result: jsonb('result').$type<Omit<DriftingReading, 'printer'>[]>().notNull(),
  /** By kind of reading in small letters: what this printer adds to everybody's scatter. */
  scatter: jsonb('scatter').$type<Record<string, Scatter>>().notNull().default({}),
})

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
