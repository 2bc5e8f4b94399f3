import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { RemovalReason } from '@diatribon/contract'
import { moment, entrySeq, counters, before, fittedCounters, removedCounters } from './columns.ts'
import { partType, printerModel } from './parts.ts'
import { site } from './people.ts'

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
    /** Spools that ran out on it. */
    spools: integer('spools').notNull().default(0),
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
    addedSeq: entrySeq('added_seq'),
    /** When it left the printer; a slot that was taken back left when it came. */
    removedAt: moment('removed_at'),
    removedSeq: entrySeq('removed_seq'),
  },
  (t) => [
    uniqueIndex('slot_name')
      .on(t.printerId, t.name)
      .where(sql`removed_at is null`),
  ],
)

/** A printer that is out of the house, from when to when. */
export const loan = pgTable(
  'loan',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    printerId: uuid('printer_id')
      .notNull()
      .references(() => printer.id),
    to: text('lent_to').notNull(),
    untilDay: text('until_day').notNull(),
    condition: text('condition').notNull(),
    photos: jsonb('photos').$type<string[]>().notNull(),
    at: moment('at').notNull(),
    personId: uuid('person_id').notNull(),
    backAt: moment('back_at'),
    backSeq: entrySeq('back_seq'),
    backCondition: text('back_condition'),
    backPhotos: jsonb('back_photos').$type<string[]>().notNull(),
  },
  (t) => [
    uniqueIndex('loan_one_open')
      .on(t.printerId)
      .where(sql`back_seq is null`),
    index('loan_printer').on(t.printerId, t.at),
  ],
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
    /** It was found failed at a look: when it failed nobody saw. */
    foundAtLook: boolean('found_at_look').notNull().default(false),
    /** Its life goes on in another slot, whose fitting carries the record. */
    movedOn: boolean('moved_on').notNull(),
    /** A fresh part off the shelf, not one that came with the printer or was used before. */
    fromStore: boolean('from_store').notNull().default(false),
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
