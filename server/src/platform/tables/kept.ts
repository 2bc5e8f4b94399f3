import { doublePrecision, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import type { CostKind, FailuresAhead, KitMatesHere, KnownAt, LifeFit, LifeKnown, Urgency } from '@diatribon/contract'
import type { Doubted, LearnedLooks, LifeNode, LifePrior, Policy, PolicyName, PolicyReason } from '@diatribon/core'
import { entrySeq, moment } from './columns.ts'

/**
 * Derived, not facts: figures that are kept until something that they follow from is touched. These tables are not logged:
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

/** What maintenance has cost: a row for each cost, of facts as they were amended, kept for each printer. Whatever tells money sums these. */
export const cost = pgTable(
  'cost',
  {
    printerId: uuid('printer_id').notNull(),
    /** Order on the printer. */
    position: integer('position').notNull(),
    partTypeId: uuid('part_type_id'),
    at: moment('at').notNull(),
    /** The entry of the book that tells of it. */
    seq: entrySeq('seq').notNull(),
    kind: text('kind').$type<Exclude<CostKind, 'power'>>().notNull(),
    words: text('words').notNull(),
    /** The fault that it was spent on. */
    faultId: uuid('fault_id'),
    minor: doublePrecision('minor').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.printerId, t.position] }),
    index('cost_at').on(t.at),
    index('cost_fault').on(t.faultId),
  ],
)

/** A rule as it is compared and kept. */
export type StoredPolicy = Omit<Policy, 'policy'> & { policy: PolicyName }

/** What is known of a part type's life, and the rule that follows, as they are kept. */
export interface StoredJudgement {
  fitted: number
  failures: number
  deadOnArrival: number
  inPlace: number
  /** Units of its clock that all parts of the type run in a year. */
  perYear: number
  fit: LifeFit | null
  lifeWords: string | null
  prior: LifePrior
  known: LifeKnown
  curve: KnownAt[]
  /** The lives that may be the true one, each with its chance. */
  nodes: LifeNode[]
  failuresAhead: FailuresAhead[]
  shares: string
  /** null: no price yet. */
  policies: StoredPolicy[] | null
  recommended: { policy: PolicyName; interval: number | null }
  reason: PolicyReason | 'no price yet'
  together: KitMatesHere | null
  /** What looks have taught, and the minutes of one. */
  looks: { learned: LearnedLooks; minutes: number } | null
  /** Cost per unit of age of the rule that a lead has chosen for all printers. */
  adoptedCost: Doubted | null
  /** Whether what was learned here rules, unless a lead says otherwise; and the interval that does. */
  isLearned: boolean
  interval: number
  words: string
}
