import { sql } from 'drizzle-orm'
import {
  boolean,
  bigint,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import type { BoxLine, ItemContent } from '@diatribon/contract'
import { entrySeq, moment } from './columns.ts'
import { site } from './people.ts'
import { partType } from './parts.ts'

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

/** Something that is kept on a shelf. What is there follows from its moves and from the fresh parts that were fitted. */
export const stockItem = pgTable(
  'stock_item',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    partTypeId: uuid('part_type_id').references(() => partType.id),
    content: jsonb('content').$type<ItemContent>().notNull(),
    retired: boolean('retired').notNull(),
  },
  (t) => [
    uniqueIndex('stock_item_name').on(t.siteId, sql`lower(${t.name})`),
    uniqueIndex('stock_item_part_type').on(t.partTypeId),
  ],
)

export type MoveKind = 'in' | 'out' | 'counted'

/** A repair box: what it should hold, where it is, what was missing at the last look. */
export const box = pgTable(
  'repair_box',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id')
      .notNull()
      .references(() => site.id),
    name: text('name').notNull(),
    holds: jsonb('holds').$type<BoxLine[]>().notNull(),
    home: text('home').notNull(),
    checkEveryDays: integer('check_every_days').notNull(),
    retired: boolean('retired').notNull(),
    place: text('place').notNull(),
    withPersonId: uuid('with_person_id'),
    movedAt: moment('moved_at').notNull(),
    packedAt: moment('packed_at').notNull(),
    checkedAt: moment('checked_at'),
    missing: jsonb('missing').$type<BoxLine[]>().notNull(),
  },
  (t) => [uniqueIndex('box_name').on(t.siteId, sql`lower(${t.name})`)],
)

/** Pieces that came in, went out, or were counted, as an entry told. */
export const stockMove = pgTable(
  'stock_move',
  {
    /** Number of the entry, and the item. */
    id: text('id').primaryKey(),
    seq: entrySeq('seq').notNull(),
    siteId: uuid('site_id').notNull(),
    itemId: uuid('item_id')
      .notNull()
      .references(() => stockItem.id),
    kind: text('kind').$type<MoveKind>().notNull(),
    pieces: doublePrecision('pieces').notNull(),
    /** For all of them. */
    paidMinor: bigint('paid_minor', { mode: 'number' }),
    supplier: text('supplier'),
    /** Printed here, on this printer, by this job. */
    printedOn: uuid('printed_on'),
    jobId: uuid('job_id'),
    words: text('words'),
    at: moment('at').notNull(),
    personId: uuid('person_id').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('stock_move_item').on(t.itemId, t.at), index('stock_move_seq').on(t.seq)],
)

/** Pieces that were ordered. What has come in since is taken off the oldest order first. */
export const stockOrder = pgTable(
  'stock_order',
  {
    /** Number of the entry, and the item. */
    id: text('id').primaryKey(),
    seq: entrySeq('seq').notNull(),
    siteId: uuid('site_id').notNull(),
    itemId: uuid('item_id')
      .notNull()
      .references(() => stockItem.id),
    pieces: integer('pieces').notNull(),
    supplier: text('supplier'),
    expectedOn: text('expected_on').notNull(),
    at: moment('at').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [index('stock_order_item').on(t.itemId, t.at), index('stock_order_seq').on(t.seq)],
)
