import { doublePrecision, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import { moment } from './columns.ts'
import { printer } from './printers.ts'

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
