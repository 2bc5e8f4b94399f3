import { sql } from 'drizzle-orm'
import { boolean, doublePrecision, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { moment } from './columns.ts'
import { site } from './people.ts'

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
