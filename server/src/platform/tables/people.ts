import { sql } from 'drizzle-orm'
import {
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
  uuid,
  primaryKey,
} from 'drizzle-orm/pg-core'
import type { CostRates, Relaxable, Role, ShiftPlan, SignOff, Weekday } from '@diatribon/contract'
import { moment, entrySeq } from './columns.ts'

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
  /** Where phones reach it; null: as it is opened. */
  address: text('address'),
  /** Voltage of the mains; null: not told. */
  mainsVolts: integer('mains_volts'),
})

/** What work, power and filament cost. */
export const costRates = pgTable('cost_rates', {
  id: uuid('id')
    .primaryKey()
    .references(() => site.id),
  siteId: uuid('site_id').notNull(),
  roles: jsonb('roles').$type<CostRates['roles']>().notNull(),
  powerMinorPerKWh: integer('power_minor_per_kwh'),
  watts: doublePrecision('watts'),
  filamentMinorPerKg: integer('filament_minor_per_kg'),
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

/** Not part of the book: with its code somebody who was admitted chooses a PIN. Only the hash is kept. */
export const invitation = pgTable('invitation', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => person.id),
  codeHash: text('code_hash').notNull(),
  expiresAt: moment('expires_at').notNull(),
})

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

/** Not facts: devices that somebody has signed in from; several people may share one. Only the hash of its mark is kept. */
export const knownDevice = pgTable(
  'known_device',
  {
    tokenHash: text('token_hash').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    lastAt: moment('last_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.tokenHash, t.personId] }), index('known_device_person').on(t.personId)],
)

/** Not facts: how many reports by label came lately, from an address or in all. */
export const reportBrake = pgTable('report_brake', {
  id: text('id').primaryKey(),
  since: moment('since').notNull(),
  count: integer('count').notNull(),
})
