import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { moment } from './columns.ts'

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
