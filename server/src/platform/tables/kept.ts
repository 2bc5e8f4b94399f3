import { doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import type { LifeFit, Urgency } from '@diatribon/contract'
import { moment } from './columns.ts'

/**
 * Derived, not facts: figures that are kept until something that they follow from is touched. The three tables are not logged:
 * after a crash of the database they are empty, all together, and are filled anew. May be emptied at any time.
 */
export const keptFigure = pgTable(
  'kept_figure',
  {
    figure: text('figure').notNull(),
    /** The printer or the part type. */
    about: uuid('about').notNull(),
    result: jsonb('result'),
    reckonedAt: moment('reckoned_at').notNull(),
    /** null: until something is touched. */
    holdsUntil: moment('holds_until'),
  },
  (t) => [primaryKey({ columns: [t.figure, t.about] })],
)

/** Figures that no longer hold, said by the commit that touched what they follow from. */
export const keptStale = pgTable(
  'kept_stale',
  { figure: text('figure').notNull(), about: uuid('about').notNull() },
  (t) => [index('kept_stale_figure').on(t.figure, t.about)],
)

/** What falls due on each printer, a row for each part and check, kept with its line. */
export const dueItem = pgTable(
  'due_item',
  {
    printerId: uuid('printer_id').notNull(),
    what: text('what').$type<'replace' | 'check'>().notNull(),
    /** The fitting or the check. */
    itemId: uuid('item_id').notNull(),
    /** Order on the printer. */
    position: integer('position').notNull(),
    /** null: a check that has no turn. */
    urgency: text('urgency').$type<Urgency>(),
    dueDate: text('due_date'),
    /** Left of its interval, as a share; of checks 0. */
    leftShare: doublePrecision('left_share').notNull(),
    item: jsonb('item').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.printerId, t.what, t.itemId] }),
    index('due_item_order').on(t.what, t.urgency, t.dueDate, t.leftShare),
  ],
)

/** A life and interval as they are kept. */
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
