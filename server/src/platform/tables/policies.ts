import { sql } from 'drizzle-orm'
import { doublePrecision, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import type { AdoptablePolicy } from '@diatribon/contract'
import type { LifeRecord } from '@diatribon/core'
import { entrySeq, moment } from './columns.ts'
import { partType, printerModel } from './parts.ts'
import { printer } from './printers.ts'

/** Rules that leads have chosen for parts, one after the other; of those for one group the newest holds. */
export const policy = pgTable(
  'policy',
  {
    seq: entrySeq('seq').primaryKey(),
    siteId: uuid('site_id').notNull(),
    partTypeId: uuid('part_type_id')
      .notNull()
      .references(() => partType.id),
    /** Both null: for all printers. */
    modelId: uuid('model_id').references(() => printerModel.id),
    printerId: uuid('printer_id').references(() => printer.id),
    policy: text('policy').$type<AdoptablePolicy>(),
    interval: doublePrecision('interval'),
    reason: text('reason').notNull(),
    personId: uuid('person_id').notNull(),
    at: moment('at').notNull(),
    takenBackSeq: entrySeq('taken_back_seq'),
  },
  (t) => [
    index('policy_part_type').on(t.partTypeId, t.seq),
    index('policy_model').on(t.modelId),
    index('policy_printer').on(t.printerId),
  ],
)

/** Lives that other workshops have seen. */
export const neighbourLives = pgTable(
  'neighbour_lives',
  {
    id: uuid('id').primaryKey(),
    siteId: uuid('site_id').notNull(),
    partTypeId: uuid('part_type_id')
      .notNull()
      .references(() => partType.id),
    source: text('source').notNull(),
    records: jsonb('records').$type<LifeRecord[]>().notNull(),
    /** What one record counts against one of ours; 0: nothing. */
    weight: doublePrecision('weight').notNull(),
    personId: uuid('person_id').notNull(),
    at: moment('at').notNull(),
    seq: entrySeq('seq').notNull(),
    droppedSeq: entrySeq('dropped_seq'),
  },
  (t) => [
    index('neighbour_lives_part_type')
      .on(t.partTypeId)
      .where(sql`dropped_seq is null`),
  ],
)
