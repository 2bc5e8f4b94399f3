import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { Clock, Kit, MachineLimits, ModelBed, ModelSlot, PartJoint, SignOff } from '@diatribon/contract'
import { site } from './people.ts'

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
    /** Opening of a nozzle. */
    nozzleMm: doublePrecision('nozzle_mm'),
    toleratesAbrasive: boolean('tolerates_abrasive'),
    /** How much the trade's interval counts against our own lives. */
    tradeWeight: doublePrecision('trade_weight').notNull().default(1),
    /** Due after so many metres of abrasive filament too. */
    abrasiveMetresMost: doublePrecision('abrasive_metres_most'),
    /** What must agree where it meets its neighbours. */
    joints: jsonb('joints').$type<PartJoint[]>().notNull().default([]),
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
